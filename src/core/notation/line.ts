import type { Issue } from '../base';
import type { InstrumentId } from '../instruments';
import type { Mode, Spelling } from '../pitch';
import type { Meter, NoteValue, Rational } from '../time';
import type { ChordSymbol } from './chord-symbol';
import type { Jump, Landmark } from './jump';

/** What one player has on the stand: what is engraved, counted, played and checked. */
export interface Line {
  readonly title: string;
  readonly part: Part;
  /** What others play to it, where that has a rhythm of its own: the other part of a duet. Not there where there is none. */
  readonly others?: readonly Part[] | undefined;
  /** Its one pitch stands for any other one: whoever practises the rhythm takes the note that is easiest. */
  readonly isOnAnyPitch?: true;
}

/** One numbered exercise or short piece with everything that is written out of it. */
export interface Score {
  readonly title: string;
  readonly composer: string | undefined;
  /** At least one; the first is the lead, from which other parts can be moved. */
  readonly parts: readonly Part[];
  /** Notes that were left out when it was read from a file, until somebody has compared it with the print. */
  readonly lost?: readonly Issue[] | undefined;
}

/** What one player reads. */
export interface Part {
  /** Unique in its score; a plain name. */
  readonly id: string;
  readonly name: string;
  /** What it is written for; undefined where nobody has said, or it is not in the catalogue. */
  readonly instrument?: InstrumentId | undefined;
  /** Semitones from the written to the sounding pitch, e.g. −2 for B♭ clarinet. */
  readonly transpositionSemitones: number;
  readonly staffLines: number;
  readonly tempo: TempoMark | undefined;
  /** Strings and frets are drawn under the staff, for an instrument that has them. */
  readonly tablature?: true | undefined;
  /** As the file names it; undefined where it is to be told by the notes. */
  readonly mode?: Mode | undefined;
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
  /** Of the (upper) staff. */
  readonly clef: Clef;
  /** Of the second staff, in parts that have one. */
  readonly lowerClef: Clef | undefined;
  /** The writer wants a new system to begin here. */
  readonly systemBreak: boolean;
  readonly repeatStart: boolean;
  /** How often the section that ends here is played in all; 1 means no repeat sign. */
  readonly repeatPlays: number;
  /** The barline at its end, where it is not a plain one or a repeat sign. The last one of a line is always final. */
  readonly barline?: 'double' | 'final' | undefined;
  /** Lies at the end of its meter, as a pickup does: the second half of a measure that a sign cuts in two. */
  readonly startsLate?: true | undefined;
  /** Printed shorter than it is played: by the sign that takes up the measure before, or in one rest with it. */
  readonly shorthand?: 'as-before' | 'rest-goes-on' | undefined;
  /** Printed as a part of the measure before it, by the word of a file: cut by the end of a system, or where no sign tells. */
  readonly unnumbered?: true | undefined;
  /** Not there where none stands. */
  readonly landmarks?: readonly Landmark[] | undefined;
  readonly jump?: Jump | undefined;
  /** Passes on which a measure under an ending bracket is played. */
  readonly endingPasses: readonly number[];
  /** The first voice of the upper staff: the one that is counted. */
  readonly events: readonly LineEvent[];
  /** Further voices: those of the other hand, of the feet, or on the same staff. */
  readonly otherVoices: readonly Voice[];
  readonly directions: readonly Direction[];
}

/** A further voice of a measure. */
export interface Voice {
  readonly staff: 'upper' | 'lower';
  readonly events: readonly LineEvent[];
}

/** A cross, or one with a ring over it. */
export type DrumHead = 'x' | 'open';

export type WrittenPitch =
  | { readonly kind: 'pitched'; readonly spelling: Spelling }
  /** `head` is not there for a plain one; a ghost stroke is as soft as can be, its head in brackets. */
  | {
      readonly kind: 'unpitched';
      readonly display: Spelling;
      readonly head?: DrumHead | undefined;
      readonly ghost?: true | undefined;
    };

export const ARTICULATIONS = ['accent', 'staccato', 'tenuto', 'marcato'] as const;
export type Articulation = (typeof ARTICULATIONS)[number];

/** More small notes before one are not for beginners. */
export const MOST_GRACES = 4;

export type Bowing = 'down' | 'up';

export const ORNAMENTS = ['trill', 'mordent', 'turn'] as const;
export type Ornament = (typeof ORNAMENTS)[number];

export interface Note {
  readonly kind: 'note';
  readonly id: string;
  readonly value: NoteValue;
  readonly quarters: Rational;
  readonly pitch: WrittenPitch;
  /** Struck together with it. */
  readonly chordPitches: readonly WrittenPitch[];
  /** Small notes before it, in their order: they take their time from what is before, are heard in the model and not judged. */
  readonly graces?: readonly WrittenPitch[] | undefined;
  readonly tiedToNext: boolean;
  readonly tiedFromPrevious: boolean;
  readonly slurStarts: number;
  readonly slurStops: number;
  readonly articulations: readonly Articulation[];
  readonly fermata: boolean;
  readonly breathAfter: boolean;
  readonly fingering: string | undefined;
  /** Which string to play it on, as printed: `2`. */
  readonly stringHint: string | undefined;
  /** Position of the hand or the slide, as printed: `III`, `4`. */
  readonly positionHint: string | undefined;
  /** For a bow: pulled or pushed. Drawn and kept, not heard. */
  readonly bowing?: Bowing | undefined;
  /** Drawn and kept: played and judged as the plain note. */
  readonly ornament?: Ornament | undefined;
  readonly lyric: string | undefined;
  /** Of the verse that stands under the first. */
  readonly secondVerse?: string | undefined;
  /** Only when the writer chose it. */
  readonly stem: 'up' | 'down' | undefined;
  /** Its sign is printed though none is needed: a reminder of what an earlier one does not reach. */
  readonly courtesy?: true | undefined;
}

export interface Rest {
  readonly kind: 'rest';
  readonly id: string;
  readonly value: NoteValue;
  readonly quarters: Rational;
  /** A rest for the whole measure, whatever the meter. */
  readonly fillsMeasure: boolean;
  /** Keeps a further voice in time without being printed. */
  readonly hidden: boolean;
  readonly fermata: boolean;
}

export type LineEvent = Note | Rest;

/** A sign above or below the staff that starts at a place in the measure. */
export type Direction = { readonly offsetQuarters: Rational } & (
  | { readonly kind: 'words'; readonly text: string; readonly placement: 'above' | 'below' }
  | { readonly kind: 'dynamic'; readonly mark: string }
  | { readonly kind: 'hairpin'; readonly shape: 'crescendo' | 'diminuendo' | 'stop' }
  /** What others play to it. */
  | { readonly kind: 'chord'; readonly symbol: ChordSymbol }
  /** A new tempo within the line. */
  | { readonly kind: 'tempo'; readonly mark: TempoMark }
  /** Printed an octave lower than it sounds (8va) or higher (8vb), up to the stop. */
  | { readonly kind: 'octave-line'; readonly shape: '8va' | '8vb' | 'stop' }
  /** The end of the dashes that follow words, as in "rit. – – –". */
  | { readonly kind: 'dashes-end' }
);

export const DYNAMIC_MARKS = ['pp', 'p', 'mp', 'mf', 'f', 'ff', 'fp', 'sfz'] as const;
