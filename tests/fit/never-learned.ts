/** What is never learned from, so that the evaluation can tell how well the ear does with what it does not know. */
export const NEVER_LEARNED = {
  makers: ['modelled voice', 'modelled bow'],
  surroundings: ['television', 'page and door'],
} as const;

export const isNeverLearned = ({
  font,
  around,
}: {
  readonly font: string;
  readonly around: string;
}): boolean =>
  (NEVER_LEARNED.makers as readonly string[]).includes(font) ||
  (NEVER_LEARNED.surroundings as readonly string[]).includes(around);
