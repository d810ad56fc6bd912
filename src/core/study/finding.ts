/** Something about a line that a teacher would point at. */
export interface Finding<Kind extends string = string> {
  readonly kind: Kind;
  /** Places of the printed measures in the part, rising. */
  readonly measureIndexes: readonly number[];
  /** The notes and rests themselves, where it is about some of them. */
  readonly eventIds: readonly string[];
  /** One sentence, with the reason. */
  readonly sentence: string;
}
