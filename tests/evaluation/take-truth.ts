export type ErrorKind =
  | 'wrong'
  | 'octave'
  | 'forgot-key'
  | 'missing'
  | 'added'
  | 'tie-retongued'
  | 'late'
  | 'early'
  | 'dotted-even'
  | 'cut-short'
  | 'pause'
  | 'restart'
  | 'false-start'
  | 'skipped-measure'
  | 'skipped-line'
  | 'unfinished'
  | 'half-tempo'
  | 'rushing'
  | 'dragging'
  | 'held-over'
  | 'squeak'
  | 'wrong-key'
  | 'repeated-measure'
  /** A rest gets half of its time; everything behind it comes sooner. */
  | 'rest-cut'
  /** A note sounds on through the rest behind it. */
  | 'held-into-rest'
  /** A long note does not reach its last beat. */
  | 'let-go'
  /** Quarter and eighth of 6/8 as two equal notes. */
  | 'compound-even'
  /** The whole line in the octave below. */
  | 'octave-down'
  /** Some notes in a row, each a step too high. */
  | 'step-off'
  /** Two neighbours change places. */
  | 'swapped'
  /** Every dotted figure as two equal notes. */
  | 'dots-forgotten';

/** What really happened to one written note. Times in seconds from the start of the file. */
export interface TruthNote {
  readonly id: string;
  readonly measureIndex: number;
  readonly writtenMidi: number | undefined;
  /** As it was played last; undefined when it was left out. */
  readonly played:
    | { readonly midi: number | undefined; readonly onset: number; readonly end: number }
    | undefined;
  readonly pitch: 'right' | 'wrong' | 'octave' | 'missing';
  readonly onsetOff: 'on' | 'early' | 'late';
  readonly length: 'full' | 'short' | 'long';
  /** False where more than one verdict can be defended. */
  readonly care: { readonly pitch: boolean; readonly onset: boolean; readonly length: boolean };
}

/** A sound as it was made, whatever was written: the reference of a transcriber. */
export interface TruthSound {
  readonly onset: number;
  readonly end: number;
  readonly midi: number | undefined;
}

export interface TruthStop {
  readonly kind: 'pause' | 'restart';
  readonly at: number;
  readonly until: number;
  readonly measureIndex: number;
}

export interface Truth {
  readonly errors: readonly { readonly kind: ErrorKind; readonly measureIndex: number }[];
  readonly playedBpm: number;
  readonly tuningCents: number;
  readonly notes: readonly TruthNote[];
  readonly extras: readonly TruthSound[];
  /** Spans in which reported extras are neither right nor wrong: an abandoned first try. */
  readonly ignoreExtras: readonly (readonly [from: number, to: number])[];
  readonly stops: readonly TruthStop[];
  readonly sounds: readonly TruthSound[];
}

/** One tone for the synthesiser. */
export interface Tone {
  readonly onset: number;
  readonly end: number;
  readonly midi: number | undefined;
  readonly velocity: number;
  /** Reached without a new attack: the tone before bends into it. */
  readonly bendsFromPrevious: boolean;
  readonly vibratoCents: number;
  readonly scoopCents: number;
}
