/** One way to play a written note. */
export type Fingering =
  /** Of valves 1–4; with the thumb the horn's other side sounds. */
  | { readonly kind: 'valves'; readonly pressed: readonly number[]; readonly isWithThumb?: true }
  | { readonly kind: 'slide'; readonly position: number }
  | {
      readonly kind: 'holes';
      /** What is covered, by its number on the chart of the instrument; thumb first. */
      readonly covered: readonly Hole[];
      /** Keys pressed besides, by their names. */
      readonly keys: readonly string[];
    }
  | {
      readonly kind: 'string';
      /** Name of the open string. */
      readonly string: string;
      readonly finger: 0 | 1 | 2 | 3 | 4;
      /** How the finger lies in first position. */
      readonly place: 'usual' | 'low' | 'high';
    }
  | { readonly kind: 'fret'; readonly string: string; readonly stringNumber: number; readonly fret: number };

/** 0 is the thumb; 1–3 the upper hand; 4–7 the lower hand. */
export interface Hole {
  readonly number: number;
  readonly isHalf: boolean;
}

/** Where the fingering of an instrument comes from. */
export interface FingeringChart {
  /** What the chart follows, for whoever wants to compare. */
  readonly source: string;
  /** Holes that the instrument has, for drawing. */
  readonly holes: readonly number[];
  /** Fingerings of a written MIDI number: the usual one first, then alternatives. Empty where the chart has none. */
  at(writtenMidi: number, step: string): readonly Fingering[];
}
