export const INSTRUMENT_IDS = [
  'flute',
  'oboe',
  'clarinet',
  'alto-sax',
  'soprano-recorder',
  'trumpet',
  'horn',
  'trombone',
  'tuba',
  'violin',
  'cello',
  'guitar',
  'voice',
  'clap',
  'snare',
] as const;
export type InstrumentId = (typeof INSTRUMENT_IDS)[number];

export type Family = 'woodwind' | 'brass' | 'strings' | 'voice' | 'percussion';

/** What Mevlo knows about an instrument. */
export interface Instrument {
  readonly id: InstrumentId;
  readonly name: string;
  readonly family: Family;
  /** Semitones from the written to the sounding pitch. */
  readonly transpositionSemitones: number;
  /** Sounding MIDI range a beginner meets, inclusive; undefined for unpitched sounds. */
  readonly beginnerRange: readonly [lowest: number, highest: number] | undefined;
  /** How a sound behaves after its start: a plucked or struck one fades by itself, so its length is not judged. */
  readonly sound: 'sustained' | 'plucked' | 'struck';
  /** A short, usual caution; the maker, the teacher and a doctor have the last word. */
  readonly caution: string;
}
