import type { FingeringChart } from './charts/fingering';
import type { OpenString } from './charts/string-charts';
import type { BankName } from './sound-bank';
import type { Timbre } from './timbre';

export type Family = 'woodwind' | 'brass' | 'strings' | 'keyboard' | 'voice' | 'percussion';

/** 1: the first five or six notes. 2: about an octave. 3: all of the first year. */
export const LEVELS = [1, 2, 3] as const;
export type Level = (typeof LEVELS)[number];

/** A book may have more levels than the instruments know, or none. */
export function levelOf(bookLevel: number | null): Level {
  return Math.min(3, Math.max(1, bookLevel ?? 1)) as Level;
}

/** Lowest and highest written note, inclusive, e.g. `['C4', 'A4']`. */
export type WrittenRange = readonly [lowest: string, highest: string];

/** All that Mevlo knows about an instrument. It stands in one file under `kinds/`; docs/adding-an-instrument.md says how to add one. */
export interface InstrumentFacts<Id extends string> {
  readonly id: Id;
  readonly name: string;
  /** What parts and lists of students also call it, in lower case. */
  readonly otherNames?: readonly string[];
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
  /** Who plays or sings it does so in the octave that lies well: men sing an octave below what women and children read. */
  readonly isOctaveFree?: true;
  /** Whether it can sound several notes at once. */
  readonly playsChords: boolean;
  /** How a sound behaves after its start: a plucked or struck one fades by itself, so its length is not judged. */
  readonly sound: 'sustained' | 'plucked' | 'struck';
  /** The player makes every pitch, by ear and hand: there intonation is part of the lesson. */
  readonly makesOwnPitch?: true;
  /** The lowest written note of each register above the first, where other partials speak; undefined where there is one. */
  readonly registersFrom?: readonly string[];
  /** How its repeated notes are begun, where that is not as in its family. */
  readonly repeatsBy?: 'grace-notes';
  /** How its notes are fingered; undefined where there is no standard chart. */
  readonly chart?: FingeringChart;
  /** Its open strings by their numbers, where frets make tablature readable. */
  readonly frettedStrings?: readonly OpenString[];
  /** Usable partials of a brass instrument, as written MIDI numbers, rising. */
  readonly openNotes?: readonly number[];
  /** The sampled sounds that play its model. */
  readonly bank: BankName;
  /** How the simulated student sounds on it. */
  readonly timbre: Timbre;
  /** A short, usual caution; the maker, the teacher and a doctor have the last word. */
  readonly caution: string;
}

/** Keeps the id of an instrument as a type of its own. */
export const defineInstrument = <const Id extends string>(facts: InstrumentFacts<Id>): InstrumentFacts<Id> =>
  facts;
