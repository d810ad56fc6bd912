import type { Instrument, Level } from '../../instruments';
import type { Part } from '../../notation';
import type { Vocabulary } from '../../time';
import type { Finding } from '../finding';
import type { MeasureWords } from '../measure-words';
import { idsOf, type MelodyNote, measuresOf } from '../melody';

export const HARD_SPOT_KINDS = [
  'out-of-reach',
  'leap',
  'finger-exchange',
  'fast-run',
  'off-beat-entry',
  'rhythm-change',
  'key-note',
  'accidental',
  'long-note',
  'breath',
  'repeated-notes',
  'first-time',
] as const;
export type HardSpotKind = (typeof HARD_SPOT_KINDS)[number];

/** A place where something is likely to go wrong. */
export interface HardSpot extends Finding<HardSpotKind> {
  /** How much it adds to the difficulty of its measures, from 0; 1 is a thing to mention, 3 a thing to drill. */
  readonly weight: number;
}

/** Whether a finding warns of something, rather than telling what comes back. */
export function isHardSpot(finding: Finding): finding is HardSpot {
  return HARD_SPOT_KINDS.some((kind) => kind === finding.kind);
}

/** What a student has met so far: in the lines of the book before this one. */
export interface Acquaintance {
  /** Written MIDI numbers. */
  readonly pitches: ReadonlySet<number>;
  /** Ids of contents. */
  readonly contents: ReadonlySet<string>;
}

/** What is known about the line and its player when hard spots are looked for. */
export interface Looking {
  readonly part: Part;
  readonly melody: readonly MelodyNote[];
  readonly instrument: Instrument | undefined;
  /** In beat units of the first meter. */
  readonly goalBpm: number;
  readonly level: Level;
  readonly known: Acquaintance | undefined;
  readonly vocabulary: Vocabulary;
  readonly words: MeasureWords;
}

/** A spot about some notes. */
export function spotAt(
  kind: HardSpotKind,
  notes: readonly MelodyNote[],
  weight: number,
  sentence: string,
): HardSpot {
  return {
    kind,
    measureIndexes: measuresOf(notes),
    eventIds: idsOf(notes),
    weight,
    sentence,
  };
}
