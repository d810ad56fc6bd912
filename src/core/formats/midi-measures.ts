import { type Meter, measureLength, toNumber } from '../time';
import { maybeCountedMeter } from './counted-meter';
import type { PlayedNote } from './midi-quantise';
import type { TickEvent } from './midi-ticks';
import type { ReadingReport } from './reading-report';

/** Where a measure lies, in sixteenths from the start. */
export interface MidiMeasurePlace {
  readonly number: number;
  readonly meter: Meter;
  readonly fromSixteenth: number;
  readonly sixteenths: number;
}

interface MeterChange {
  readonly sixteenth: number;
  readonly beats: number;
  readonly beatType: number;
}

/**
 * Lays out the measures of a MIDI file from its time signatures.
 * A first time signature that holds for one short measure only is a pickup: MIDI has no other way to say it.
 */
export function readMidiMeasures(
  events: readonly TickEvent[],
  ticksPerQuarter: number,
  lastNoteTick: number,
  lastTick: number,
  notes: readonly PlayedNote[],
  report: ReadingReport,
): readonly MidiMeasurePlace[] {
  const lastNote = Math.round((lastNoteTick * 4) / ticksPerQuarter);
  // A file may go on in silence for a whole measure, not for pages.
  const end = Math.max(lastNote, Math.min(Math.round((lastTick * 4) / ticksPerQuarter), lastNote + 96));
  const written = meterChanges(events, ticksPerQuarter, report);
  const hidden =
    written.length === 1 ? maybeHiddenPickup(notes, ticksPerQuarter / 4, written[0]!) : undefined;
  if (hidden !== undefined)
    report.remark(
      'pickup',
      'measure 1',
      'Notes are held over the barlines of the file; behind a pickup none is, so the barlines were moved. Compare them with the print.',
    );
  const changes = hidden === undefined ? written : behindPickup(hidden, written[0]!);
  const pickup = maybePickup(changes);
  const places: MidiMeasurePlace[] = [];
  let number = 1;
  for (const [index, change] of changes.entries()) {
    const until = Math.min(changes[index + 1]?.sixteenth ?? end, Math.max(end, change.sixteenth));
    if (index === 0 && pickup !== undefined) {
      places.push({
        number: 0,
        meter: { beats: changes[1]!.beats, beatType: changes[1]!.beatType },
        fromSixteenth: 0,
        sixteenths: pickup,
      });
      continue;
    }
    const inForce = isShortMeasure(changes, index)
      ? { beats: change.beats, beatType: change.beatType }
      : maybeCountedMeter(change.beats, change.beatType, `measure ${number}`, report);
    if (!inForce) return places;
    const full = toNumber(measureLength(inForce)) * 4;
    const isLastSection = index === changes.length - 1;
    for (let at = change.sixteenth; at < until && places.length <= 2000; at += full) {
      const left = until - at;
      places.push({
        number: number++,
        meter: inForce,
        fromSixteenth: at,
        sixteenths: isLastSection ? full : Math.min(full, left),
      });
    }
  }
  return pickup === undefined ? places : withShortEnd(places, pickup, lastNote);
}

/** Half of a measure around a repeat sign: MIDI can only say it by a meter of its own. */
const MOST_SHORT = 4;
function isShortMeasure(changes: readonly MeterChange[], index: number): boolean {
  const [change, next] = [changes[index]!, changes[index + 1]];
  const beside = changes[index - 1] ?? next;
  if (!next || !beside || ![2, 4, 8].includes(change.beatType)) return false;
  const sixteenths = (one: MeterChange) => (16 * one.beats) / one.beatType;
  const length = next.sixteenth - change.sixteenth;
  // Repeated, it stands there several times.
  return length <= MOST_SHORT * sixteenths(change) && sixteenths(change) < sixteenths(beside);
}

function meterChanges(
  events: readonly TickEvent[],
  ticksPerQuarter: number,
  report: ReadingReport,
): readonly MeterChange[] {
  const changes: MeterChange[] = [];
  for (const { tick, event } of events) {
    if (event.type !== 'timeSignature') continue;
    const sixteenth = Math.round((tick * 4) / ticksPerQuarter);
    const last = changes.at(-1);
    if (last?.beats === event.numerator && last.beatType === event.denominator) continue;
    if (last?.sixteenth === sixteenth) changes.pop();
    changes.push({ sixteenth, beats: event.numerator, beatType: event.denominator });
  }
  if (changes[0]?.sixteenth !== 0) {
    report.remark('meter', 'measure 1', 'The file has no time signature at its start; 4/4 was taken.');
    changes.unshift({ sixteenth: 0, beats: 4, beatType: 4 });
  }
  return changes;
}

const behindPickup = (pickup: number, change: MeterChange): readonly MeterChange[] => [
  { sixteenth: 0, beats: pickup, beatType: 16 },
  { ...change, sixteenth: pickup },
];

/** In a beginner's line a note over a barline is rare, two are no accident. */
const FEWEST_HELD_OVER = 2;

/**
 * A pickup that the file does not know of: programs that count from the first note put every barline too early. Told by the notes held over
 * the barlines, where moved barlines leave none; of several such places that with the longest notes on its first beats.
 * @returns its length in sixteenths.
 */
function maybeHiddenPickup(
  notes: readonly PlayedNote[],
  ticksPerSixteenth: number,
  { beats, beatType }: MeterChange,
): number | undefined {
  const full = (16 * beats) / beatType;
  const grid = notes.map(({ fromTick, toTick }) => ({
    from: Math.round(fromTick / ticksPerSixteenth),
    to: Math.round(toTick / ticksPerSixteenth),
  }));
  const heldOver = (shift: number) =>
    grid.filter(({ from, to }) => Math.floor((from - shift) / full) < Math.ceil((to - shift) / full) - 1)
      .length;
  if (heldOver(0) < FEWEST_HELD_OVER) return undefined;
  const onFirstBeats = (shift: number) =>
    grid.reduce((sum, { from, to }) => sum + ((from - shift) % full === 0 ? to - from : 0), 0);
  const shifts = Array.from({ length: beats - 1 }, (_, beat) => ((beat + 1) * 16) / beatType);
  const clean = shifts.filter((shift) => heldOver(shift) === 0);
  return clean.toSorted((a, b) => onFirstBeats(b) - onFirstBeats(a) || a - b)[0];
}

/** Its length in sixteenths. */
function maybePickup(changes: readonly MeterChange[]): number | undefined {
  const [first, second] = changes;
  if (!first || !second) return undefined;
  const oneMeasure = (16 * first.beats) / first.beatType;
  const next = (16 * second.beats) / second.beatType;
  return second.sixteenth === oneMeasure && oneMeasure < next ? oneMeasure : undefined;
}

/** The last measure completes the pickup, when its notes leave room for that. */
function withShortEnd(
  places: readonly MidiMeasurePlace[],
  pickup: number,
  lastNote: number,
): readonly MidiMeasurePlace[] {
  const last = places.at(-1)!;
  const short = last.sixteenths - pickup;
  if (last.number === 0 || short <= 0 || lastNote > last.fromSixteenth + short) return places;
  return [...places.slice(0, -1), { ...last, sixteenths: short }];
}
