import type { Issue } from '../base';
import { type Instrument, type InstrumentId, instrument, type Level } from '../instruments';
import { eventsOfMeasure, headsOf, type Measure, type Part, type Score } from '../notation';
import { type DerivedPart, derivedPart } from './document';
import { measuresOutOfRange } from './move-part';

/**
 * Whether a player plays what is written from a part as it stands: its own clef and transposition throughout, notes that the first year
 * has, one staff, and chords only where the instrument sounds them. A rhythm on one line is for everybody: it is clapped.
 */
export function canRead(player: Instrument, part: Part): boolean {
  if (part.instrument === player.id) return true;
  if (part.measures.every(isRhythm) && part.staffLines === 1) return true;
  return (
    player.ranges !== undefined &&
    part.transpositionSemitones === player.transpositionSemitones &&
    part.measures.every((measure) => isWrittenFor(player, measure)) &&
    measuresOutOfRange(part, player, 3).length === 0
  );
}

const notesOf = (measure: Measure) =>
  eventsOfMeasure(measure).flatMap((event) => (event.kind === 'note' ? [event] : []));

const isRhythm = (measure: Measure) =>
  notesOf(measure).every((note) => headsOf(note).every(({ kind }) => kind === 'unpitched'));

function isWrittenFor(player: Instrument, measure: Measure): boolean {
  const isAlone = measure.otherVoices.length === 0 && measure.lowerClef === undefined;
  const notes = notesOf(measure);
  return (
    measure.clef === player.clef &&
    (isAlone || player.playsChords) &&
    notes.every(
      (note) =>
        (note.chordPitches.length === 0 || player.playsChords) &&
        headsOf(note).every(({ kind }) => kind === 'pitched'),
    )
  );
}

/**
 * The part that somebody reads: the one for the instrument, else the lead where it is written so that the player can play it.
 * @param parts of one line, the lead first. @param player undefined where nobody has said what is played: then the lead.
 * @returns undefined when none of them is for this player.
 * @example partFor(parts, instrument('trombone')) // undefined where the lead is a flute's
 */
export function partFor<Readable extends { readonly instrument: string | null; readonly part: Part }>(
  parts: readonly Readable[],
  player: Instrument | undefined,
): Readable | undefined {
  const lead = parts[0];
  if (!player || !lead) return lead;
  return (
    parts.find(({ instrument: id }) => id === player.id) ?? (canRead(player, lead.part) ? lead : undefined)
  );
}

/** What a player of a class will read of a line. */
export interface Reading {
  readonly instrument: InstrumentId;
  /** Of the part. */
  readonly name: string;
  /** Whether the part is not there yet: it is made when the line is given out. */
  readonly isToBeMade: boolean;
  /** Printed numbers of the measures beyond what players of the level play. */
  readonly measuresOutOfRange: readonly number[];
  /** What a part that is made loses on the way. */
  readonly remarks: readonly Issue[];
}

/** @param parts as they stand, the lead first; at least one. @param level of the line. */
export function readingOf(
  parts: readonly { readonly instrument: string | null; readonly part: Part }[],
  id: InstrumentId,
  level: Level,
): Reading {
  const player = instrument(id);
  const found = partFor(parts, player);
  if (found)
    return {
      instrument: id,
      name: found.part.name,
      isToBeMade: false,
      measuresOutOfRange: measuresOutOfRange(found.part, player, level),
      remarks: [],
    };
  const made = partToMake(parts[0]!.part, id, level);
  return {
    instrument: id,
    name: player.name,
    isToBeMade: true,
    measuresOutOfRange: made.measuresOutOfRange,
    remarks: made.remarks,
  };
}

/** A part that is made because somebody needs it: from the lead, in its key, for the level of the line. */
export function partToMake(lead: Part, id: InstrumentId, level: Level) {
  const wanted: DerivedPart = { instrument: id, level, shiftSemitones: 0 };
  const score: Score = { title: '', composer: undefined, parts: [lead] };
  return { wanted, ...derivedPart(score, wanted) };
}
