import { spellingToMidi } from '../pitch';
import { add, beatUnit, divide, measureLength, type Rational, subtract, toNumber, ZERO } from '../time';
import { writtenLength } from './arithmetic';
import type { Line, Measure, Note } from './line';
import { type PerformedMeasure, performedOrder } from './performed-order';

/** A note as a player must sound it: repeats unrolled, tied notes joined, transposition applied. */
export interface WrittenNote {
  /** Id of the (first) printed note; `-pass2` is added the second time round. */
  readonly id: string;
  /** Id of the printed note on the page. */
  readonly printedId: string;
  /** Ids of further printed notes that this one is tied to. */
  readonly tiedIds: readonly string[];
  /** Where the heads of those stand, in beat units from the start of the note. */
  readonly tiedBeats: readonly number[];
  /** Place in the performed order. */
  readonly measureIndex: number;
  /** Performed number, 0 for a pickup. */
  readonly measureNumber: number;
  /** Beat in the measure, counted in beat units from 1. */
  readonly beat: number;
  /** Quarter notes from the start of the line. */
  readonly onsetQuarters: Rational;
  readonly lengthQuarters: Rational;
  readonly sound: { readonly kind: 'pitched'; readonly midi: number } | { readonly kind: 'unpitched' };
  /** Reached under a slur, so without a fresh tongue. */
  readonly slurredFromPrevious: boolean;
  readonly staccato: boolean;
  readonly accented: boolean;
  readonly fermata: boolean;
  /** Under or after "rit." or "accel.", where the notation asks for freedom. */
  readonly freeTempo: boolean;
  /** The value in beat units. */
  readonly beats: number;
}

/** Where a note ends, in quarter notes from the start of the line. */
export function endQuarters(note: WrittenNote): number {
  return toNumber(add(note.onsetQuarters, note.lengthQuarters));
}

/** One measure of the performed order with its place in time. */
export interface TimedMeasure extends PerformedMeasure {
  readonly index: number;
  readonly onsetQuarters: Rational;
  readonly lengthQuarters: Rational;
}

/** The performed measures one after the other. */
export function timedMeasures(line: Line): readonly TimedMeasure[] {
  let onset = ZERO;
  return performedOrder(line.part).map((performed, index) => {
    const lengthQuarters = writtenLength(performed.measure);
    const timed = { ...performed, index, onsetQuarters: onset, lengthQuarters };
    onset = add(onset, lengthQuarters);
    return timed;
  });
}

/** How far into its meter the first written event of a measure lies: pickups start late. */
export function measureOffset(measure: Measure): Rational {
  return measure.number === 0 ? subtract(measureLength(measure.meter), writtenLength(measure)) : ZERO;
}

const LEAVING_TEMPO =
  /\b(rit|rall|ritard|rallentando|ritardando|slow(ing)? down|accel|accelerando|getting faster)\b/i;
const BACK_IN_TEMPO = /\ba tempo\b/i;

/** All notes of the line as they must sound, in order. */
export function writtenNotes(line: Line): readonly WrittenNote[] {
  const notes: WrittenNote[] = [];
  let openSlurs = 0;
  let isFree = false;
  for (const timed of timedMeasures(line)) {
    let offset = ZERO;
    for (const event of timed.measure.events) {
      isFree = isFreeTempo(timed.measure, offset, isFree);
      if (event.kind === 'note') {
        const previous = notes.at(-1);
        if (event.tiedFromPrevious && previous) {
          notes[notes.length - 1] = extend(previous, event, timed.measure);
        } else {
          notes.push(writtenNote(line, timed, event, offset, openSlurs > 0, isFree));
        }
        openSlurs = Math.max(0, openSlurs + event.slurStarts - event.slurStops);
      }
      offset = add(offset, event.quarters);
    }
  }
  return notes;
}

function isFreeTempo(measure: Measure, offset: Rational, before: boolean): boolean {
  let isFree = before;
  for (const direction of measure.directions) {
    if (direction.kind !== 'words' || toNumber(direction.offsetQuarters) > toNumber(offset)) continue;
    if (LEAVING_TEMPO.test(direction.text)) isFree = true;
    if (BACK_IN_TEMPO.test(direction.text)) isFree = false;
  }
  return isFree;
}

function writtenNote(
  line: Line,
  timed: TimedMeasure,
  note: Note,
  offset: Rational,
  slurred: boolean,
  freeTempo: boolean,
): WrittenNote {
  const unit = beatUnit(timed.measure.meter).quarters;
  return {
    id: timed.pass === 1 ? note.id : `${note.id}-pass${timed.pass}`,
    printedId: note.id,
    tiedIds: [],
    tiedBeats: [],
    measureIndex: timed.index,
    measureNumber: timed.number,
    beat: 1 + toNumber(divide(add(measureOffset(timed.measure), offset), unit)),
    onsetQuarters: add(timed.onsetQuarters, offset),
    lengthQuarters: note.quarters,
    beats: toNumber(divide(note.quarters, unit)),
    sound:
      note.pitch.kind === 'pitched'
        ? { kind: 'pitched', midi: spellingToMidi(note.pitch.spelling) + line.part.transpositionSemitones }
        : { kind: 'unpitched' },
    slurredFromPrevious: slurred,
    staccato: note.articulations.includes('staccato'),
    accented: note.articulations.includes('accent') || note.articulations.includes('marcato'),
    fermata: note.fermata,
    freeTempo,
  };
}

function extend(note: WrittenNote, tied: Note, measure: Measure): WrittenNote {
  return {
    ...note,
    tiedIds: [...note.tiedIds, tied.id],
    tiedBeats: [...note.tiedBeats, note.beats],
    lengthQuarters: add(note.lengthQuarters, tied.quarters),
    beats: note.beats + toNumber(divide(tied.quarters, beatUnit(measure.meter).quarters)),
    fermata: note.fermata || tied.fermata,
  };
}

/** Whether a written note has the pitch of another; strokes have none. */
export function repeatsPitch(note: WrittenNote, before: WrittenNote | undefined): boolean {
  return (
    note.sound.kind === 'pitched' && before?.sound.kind === 'pitched' && note.sound.midi === before.sound.midi
  );
}
