export const INSTRUMENT_IDS = [
  'flute',
  'oboe',
  'clarinet',
  'alto-sax',
  'tenor-sax',
  'soprano-recorder',
  'alto-recorder',
  'practice-chanter',
  'trumpet',
  'horn',
  'trombone',
  'euphonium',
  'tuba',
  'violin',
  'viola',
  'cello',
  'double-bass',
  'guitar',
  'ukulele',
  'harp',
  'piano',
  'voice',
  'clap',
  'snare',
  'drum-kit',
] as const;
export type InstrumentId = (typeof INSTRUMENT_IDS)[number];

export type Family = 'woodwind' | 'brass' | 'strings' | 'keyboard' | 'voice' | 'percussion';

/** 1: the first five or six notes. 2: about an octave. 3: all of the first year. */
export const LEVELS = [1, 2, 3] as const;
export type Level = (typeof LEVELS)[number];

/** Lowest and highest written note, inclusive, e.g. `['C4', 'A4']`. */
export type WrittenRange = readonly [lowest: string, highest: string];

/** What Mevlo knows about an instrument. */
export interface Instrument {
  readonly id: InstrumentId;
  readonly name: string;
  readonly family: Family;
  /** The clef its parts are written in. */
  readonly clef: 'treble' | 'bass' | 'alto' | 'treble-8' | 'percussion';
  /** One line is enough for a hand or a single drum. */
  readonly staffLines: 1 | 5;
  /** Semitones from the written to the sounding pitch. */
  readonly transpositionSemitones: number;
  /** What a beginner of each level plays, as written; undefined for unpitched sounds. */
  readonly ranges: Readonly<Record<Level, WrittenRange>> | undefined;
  /** The only notes there are, as written, on an instrument without a chromatic scale. */
  readonly onlyNotes?: readonly string[];
  /** How far instruments of the kind lie from the pitch of their parts, in cents, where that is more than a beginner's tuning. */
  readonly tuningRangeCents?: readonly [lowest: number, highest: number];
  /** Whether it can sound several notes at once. */
  readonly playsChords: boolean;
  /** How a sound behaves after its start: a plucked or struck one fades by itself, so its length is not judged. */
  readonly sound: 'sustained' | 'plucked' | 'struck';
  /** A short, usual caution; the maker, the teacher and a doctor have the last word. */
  readonly caution: string;
}
