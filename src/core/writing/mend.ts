import {
  type LineEvent,
  type MeasureFault,
  measureFaults,
  type Note,
  newRest,
  type Part,
  voicesOf,
} from '../notation';
import {
  add,
  compare,
  maybeRestValues,
  maybeTiedValues,
  maybeValueOfLength,
  measureLength,
  type NoteValue,
  type Rational,
  subtract,
  sum,
  valueLength,
  ZERO,
} from '../time';
import { type Desk, partOf, takeId, withEvents, withMeasure } from './desk';
import { appendMeasure } from './measures';

/** A way to make a measure add up. */
export type Mend =
  | { readonly kind: 'add-rests'; readonly values: readonly NoteValue[] }
  | { readonly kind: 'lengthen-last'; readonly value: NoteValue }
  | { readonly kind: 'shorten-last'; readonly value: NoteValue }
  | { readonly kind: 'move-on'; readonly isTied: boolean };

/** Faults to be shown while writing: an empty measure at the end only waits. */
export function openFaults(part: Part): readonly MeasureFault[] {
  const written = part.measures.findLastIndex((measure) =>
    voicesOf(measure).some((events) => events.length > 0),
  );
  const faults = measureFaults({ ...part, measures: part.measures.slice(0, Math.max(1, written + 1)) });
  return written < 0 ? [] : faults;
}

/** The usual mends of a measure, the most likely first. */
export function mendsOf(part: Part, fault: MeasureFault): readonly Mend[] {
  const measure = part.measures[fault.measureIndex]!;
  const events = voicesOf(measure)[fault.voiceIndex] ?? [];
  const last = events.at(-1);
  if (fault.kind === 'too-long') return mendsOfTooLong(events, fault);
  const missing = subtract(fault.expectedQuarters, fault.writtenQuarters);
  if (missing.numerator < 0)
    return last ? mendsOfTooLong(events, fault).filter(({ kind }) => kind !== 'move-on') : [];
  const values = maybeRestValues(measure.meter, fault.writtenQuarters, missing);
  const longer = last && maybeValueOfLength(add(last.quarters, missing));
  return [
    ...(values ? [{ kind: 'add-rests', values } as const] : []),
    ...(longer && longer.dots < 2 ? [{ kind: 'lengthen-last', value: longer } as const] : []),
  ];
}

function mendsOfTooLong(events: readonly LineEvent[], fault: MeasureFault): readonly Mend[] {
  const over = subtract(fault.writtenQuarters, fault.expectedQuarters);
  const last = events.at(-1)!;
  const left = subtract(last.quarters, over);
  const shorter = left.numerator > 0 ? maybeValueOfLength(left) : undefined;
  const crossing = eventAcross(events, fault.expectedQuarters);
  return [
    { kind: 'move-on', isTied: crossing?.kind === 'note' },
    ...(shorter && shorter.dots < 2 ? [{ kind: 'shorten-last', value: shorter } as const] : []),
  ];
}

/** The event that begins before a place and ends after it. */
function eventAcross(events: readonly LineEvent[], place: Rational): LineEvent | undefined {
  let at: Rational = ZERO;
  for (const event of events) {
    const end = add(at, event.quarters);
    if (compare(at, place) < 0 && compare(end, place) > 0) return event;
    at = end;
  }
  return undefined;
}

/** Makes a measure of the part add up. */
export function applyMend(desk: Desk, fault: MeasureFault, mend: Mend): Desk {
  const { measureIndex, voiceIndex } = fault;
  const here: Desk = { ...desk, voiceIndex };
  const events = voicesOf(partOf(here).measures[measureIndex]!)[voiceIndex] ?? [];
  switch (mend.kind) {
    case 'add-rests':
      return mend.values.reduce((changed, value) => appendRest(changed, measureIndex, value), here);
    case 'lengthen-last':
    case 'shorten-last':
      return replaceEvents(here, measureIndex, [
        ...events.slice(0, -1),
        { ...events.at(-1)!, value: mend.value, quarters: valueLength(mend.value) },
      ]);
    case 'move-on':
      return moveOn(here, measureIndex, events, fault.expectedQuarters);
  }
}

function replaceEvents(desk: Desk, measureIndex: number, events: readonly LineEvent[]): Desk {
  const changed = withMeasure(desk, measureIndex, (measure) => withEvents(measure, desk.voiceIndex, events));
  return { ...changed, caret: { measureIndex, eventIndex: events.length }, anchor: undefined };
}

function appendRest(desk: Desk, measureIndex: number, value: NoteValue): Desk {
  const [numbered, id] = takeId(desk);
  const events = voicesOf(partOf(desk).measures[measureIndex]!)[desk.voiceIndex] ?? [];
  return replaceEvents(numbered, measureIndex, [...events, newRest(id, value)]);
}

/** What is over goes to the start of the next measure; an event across the barline is divided, a note tied. */
function moveOn(desk: Desk, measureIndex: number, events: readonly LineEvent[], room: Rational): Desk {
  let changed = measureIndex === partOf(desk).measures.length - 1 ? appendMeasure(desk) : desk;
  const { meter } = partOf(desk).measures[measureIndex]!;
  const stays: LineEvent[] = [];
  const goes: LineEvent[] = [];
  let at: Rational = ZERO;
  for (const event of events) {
    const end = add(at, event.quarters);
    if (compare(end, room) <= 0) stays.push(event);
    else if (compare(at, room) >= 0) goes.push(event);
    else {
      const first = maybeTiedValues(meter, at, subtract(room, at));
      const second = maybeTiedValues(meter, ZERO, subtract(end, room));
      if (!first || !second) return { ...desk, remark: 'This note cannot be divided at the barline.' };
      const count = first.length + second.length;
      const pieces = [...first, ...second].map((value, index) => {
        const [numbered, id] = index === 0 ? ([changed, event.id] as const) : takeId(changed);
        changed = numbered;
        return pieceOf(event, id, value, index, count);
      });
      stays.push(...pieces.slice(0, first.length));
      goes.push(...pieces.slice(first.length));
    }
    at = end;
  }
  const next = voicesOf(partOf(changed).measures[measureIndex + 1]!)[desk.voiceIndex] ?? [];
  const shortened = replaceEvents(changed, measureIndex, stays);
  const moved = replaceEvents(shortened, measureIndex + 1, [...goes, ...next]);
  return { ...moved, caret: { measureIndex: measureIndex + 1, eventIndex: goes.length } };
}

function pieceOf(event: LineEvent, id: string, value: NoteValue, index: number, count: number): LineEvent {
  const quarters = valueLength(value);
  if (event.kind === 'rest') return { ...event, id, value, quarters, fillsMeasure: false };
  const isFirst = index === 0;
  const isLast = index === count - 1;
  const signsOfStart: Partial<Note> = isFirst
    ? {}
    : {
        articulations: [],
        fingering: undefined,
        stringHint: undefined,
        bowing: undefined,
        ornament: undefined,
        positionHint: undefined,
        lyric: undefined,
      };
  return {
    ...event,
    ...signsOfStart,
    id,
    value,
    quarters,
    tiedFromPrevious: isFirst ? event.tiedFromPrevious : true,
    tiedToNext: isLast ? event.tiedToNext : true,
    slurStarts: isFirst ? event.slurStarts : 0,
    slurStops: isLast ? event.slurStops : 0,
    fermata: isLast && event.fermata,
    breathAfter: isLast && event.breathAfter,
  };
}

/** The last measure while the caret stands at its end and it is still short: it is only being filled. */
export function maybeMeasureInWork(desk: Desk): number | undefined {
  const { measures } = partOf(desk);
  const { measureIndex, eventIndex } = desk.caret;
  const events = voicesOf(measures[measureIndex]!)[desk.voiceIndex] ?? [];
  const isAtEnd = measureIndex === measures.length - 1 && eventIndex === events.length;
  const isShort =
    compare(sum(events.map(({ quarters }) => quarters)), measureLength(measures[measureIndex]!.meter)) < 0;
  return isAtEnd && isShort ? measureIndex : undefined;
}
