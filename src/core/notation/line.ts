import type { Spelling } from '../pitch';
import type { Meter, NoteValue, Rational } from '../time';

/** One numbered exercise or short piece. */
export interface Line {
  readonly title: string;
  readonly part: Part;
}

/** What one player reads. */
export interface Part {
  readonly name: string;
  /** Semitones from the written to the sounding pitch, e.g. −2 for B♭ clarinet. */
  readonly transpositionSemitones: number;
  readonly staffLines: number;
  readonly tempo: TempoMark | undefined;
  readonly measures: readonly Measure[];
}

/** A printed metronome mark. */
export interface TempoMark {
  readonly beatQuarters: Rational;
  readonly bpm: number;
  readonly words: string | undefined;
}

export type Clef = 'treble' | 'bass' | 'alto' | 'tenor' | 'percussion' | 'treble-8' | 'bass-8' | 'treble+8';

/** A printed measure. Meter, key and clef are those in force, stated in every measure. */
export interface Measure {
  /** The printed number; 0 for a pickup. */
  readonly number: number;
  readonly meter: Meter;
  /** 4/4 printed as C, 2/2 as ¢. */
  readonly meterSymbol: 'common' | 'cut' | undefined;
  /** Sharps (positive) or flats (negative). */
  readonly keyFifths: number;
  readonly clef: Clef;
  readonly repeatStart: boolean;
  /** How often the section that ends here is played in all; 1 means no repeat sign. */
  readonly repeatPlays: number;
  /** Passes on which a measure under an ending bracket is played. */
  readonly endingPasses: readonly number[];
  readonly events: readonly LineEvent[];
  readonly directions: readonly Direction[];
}

export type WrittenPitch =
  | { readonly kind: 'pitched'; readonly spelling: Spelling }
  | { readonly kind: 'unpitched'; readonly display: Spelling };

export const ARTICULATIONS = ['accent', 'staccato', 'tenuto', 'marcato'] as const;
export type Articulation = (typeof ARTICULATIONS)[number];

export interface Note {
  readonly kind: 'note';
  readonly id: string;
  readonly value: NoteValue;
  readonly quarters: Rational;
  readonly pitch: WrittenPitch;
  readonly tiedToNext: boolean;
  readonly tiedFromPrevious: boolean;
  readonly slurStarts: number;
  readonly slurStops: number;
  readonly articulations: readonly Articulation[];
  readonly fermata: boolean;
  readonly breathAfter: boolean;
  readonly fingering: string | undefined;
  readonly lyric: string | undefined;
}

export interface Rest {
  readonly kind: 'rest';
  readonly id: string;
  readonly value: NoteValue;
  readonly quarters: Rational;
  /** A rest for the whole measure, whatever the meter. */
  readonly fillsMeasure: boolean;
  readonly fermata: boolean;
}

export type LineEvent = Note | Rest;

/** A sign above or below the staff that starts at a place in the measure. */
export type Direction = { readonly offsetQuarters: Rational } & (
  | { readonly kind: 'words'; readonly text: string; readonly placement: 'above' | 'below' }
  | { readonly kind: 'dynamic'; readonly mark: string }
  | { readonly kind: 'hairpin'; readonly shape: 'crescendo' | 'diminuendo' | 'stop' }
);
