import {
  LANDMARKS,
  type Landmark,
  type LineEvent,
  type Measure,
  newMeasure,
  type Part,
  type Voice,
  voicesOf,
} from '../notation';
import { foldFifths } from '../pitch';
import { type Meter, measureLength } from '../time';
import { type Desk, eventsAt, partOf, takeId, withMeasure, withPart } from './desk';

/** Measures stand in all parts alike: barlines, meters and repeats are changed in every part. */
function inEveryPart(desk: Desk, change: (part: Part) => readonly Measure[]): Desk {
  const parts = desk.score.parts.map((part) => ({ ...part, measures: change(part) }));
  return { ...desk, score: { ...desk.score, parts } };
}

function emptyAfter(measure: Measure): Measure {
  const otherVoices = measure.otherVoices.map(({ staff }): Voice => ({ staff, events: [] }));
  return { ...newMeasure(measure.number + 1, measure), otherVoices };
}

export function appendMeasure(desk: Desk): Desk {
  return inEveryPart(desk, ({ measures }) => [...measures, emptyAfter(measures.at(-1)!)]);
}

/** An empty measure after the one of the caret, which moves into it. */
export function insertMeasure(desk: Desk): Desk {
  const { measureIndex } = desk.caret;
  const changed = inEveryPart(desk, ({ measures }) =>
    measures.toSpliced(measureIndex + 1, 0, emptyAfter(measures[measureIndex]!)),
  );
  return { ...changed, caret: { measureIndex: measureIndex + 1, eventIndex: 0 }, anchor: undefined };
}

export function deleteMeasure(desk: Desk): Desk {
  const { measureIndex } = desk.caret;
  const count = partOf(desk).measures.length;
  if (count === 1) return { ...desk, remark: 'A line has at least one measure.' };
  const changed = inEveryPart(desk, ({ measures }) => measures.toSpliced(measureIndex, 1));
  return { ...changed, ...caretAtEndOf(changed, Math.min(measureIndex, count - 2)) };
}

export function caretAtEndOf(desk: Desk, measureIndex: number): Pick<Desk, 'caret' | 'anchor'> {
  return { caret: { measureIndex, eventIndex: eventsAt(desk, measureIndex).length }, anchor: undefined };
}

/** Leaves the measure; a first one that is short becomes a pickup. */
export function nextMeasure(desk: Desk): Desk {
  const { measureIndex } = desk.caret;
  const isLast = measureIndex === partOf(desk).measures.length - 1;
  if (isLast && eventsAt(desk, measureIndex).length === 0)
    return { ...desk, remark: 'This measure is still empty.' };
  const ready = isLast ? appendMeasure(desk) : desk;
  return { ...ready, caret: { measureIndex: measureIndex + 1, eventIndex: 0 }, anchor: undefined };
}

/** Makes the first measure a pickup, or a full one again. */
export function setPickup(desk: Desk, isPickup: boolean): Desk {
  return inEveryPart(desk, ({ measures }) =>
    measures.map((measure, index) => (index === 0 ? { ...measure, number: isPickup ? 0 : 1 } : measure)),
  );
}

/**
 * Writes the measure before once more: into the measure of the caret when that is empty, else into a new one after it.
 */
export function repeatMeasure(desk: Desk): Desk {
  const { measureIndex } = desk.caret;
  const isEmpty = voicesOf(partOf(desk).measures[measureIndex]!).every((events) => events.length === 0);
  const from = isEmpty ? measureIndex - 1 : measureIndex;
  const source = partOf(desk).measures[from];
  if (!source || voicesOf(source).every((events) => events.length === 0))
    return { ...desk, remark: 'There is no measure to write once more.' };
  const ready = isEmpty ? desk : insertMeasure(desk);
  return copyInto(ready, source, from + 1);
}

/** Writes what a measure holds into another, with ids of its own. */
export function copyInto(desk: Desk, source: Measure, measureIndex: number): Desk {
  let numbered = desk;
  const copy = (events: readonly LineEvent[]) =>
    events.map((event): LineEvent => {
      const [next, id] = takeId(numbered);
      numbered = next;
      return event.kind === 'rest' ? { ...event, id } : { ...event, id, lyric: undefined };
    });
  const events = copy(source.events);
  const otherVoices = source.otherVoices.map((voice): Voice => ({ ...voice, events: copy(voice.events) }));
  const changed = withMeasure(numbered, measureIndex, (measure) => ({ ...measure, events, otherVoices }));
  return { ...changed, ...caretAtEndOf(changed, measureIndex) };
}

/** Changes a property from the caret's measure up to where it changes next. */
function fromHere<Key extends 'meter' | 'keyFifths' | 'clef' | 'lowerClef'>(
  measures: readonly Measure[],
  from: number,
  key: Key,
  change: (measure: Measure) => Measure,
): readonly Measure[] {
  const same = (measure: Measure) => JSON.stringify(measure[key]) === JSON.stringify(measures[from]![key]);
  const end = measures.findIndex((measure, index) => index > from && !same(measure));
  return measures.map((measure, index) =>
    index >= from && (end < 0 || index < end) ? change(measure) : measure,
  );
}

export function setMeter(desk: Desk, meter: Meter, meterSymbol: Measure['meterSymbol']): Desk {
  const { measureIndex } = desk.caret;
  return inEveryPart(desk, ({ measures }) =>
    fromHere(measures, measureIndex, 'meter', (measure) => ({
      ...measure,
      meter,
      meterSymbol,
      events: measure.events.map((event) => refill(event, meter)),
    })),
  );
}

/** A rest for the whole measure is as long as the measure. */
function refill(event: LineEvent, inMeter: Meter): LineEvent {
  return event.kind === 'rest' && event.fillsMeasure ? { ...event, quarters: measureLength(inMeter) } : event;
}

/** The other parts move by as many fifths: they are in the same key at concert pitch. */
export function setKey(desk: Desk, fifths: number): Desk {
  const { measureIndex } = desk.caret;
  const moved = fifths - partOf(desk).measures[measureIndex]!.keyFifths;
  return inEveryPart(desk, (part) =>
    fromHere(part.measures, measureIndex, 'keyFifths', (measure) => {
      const key = part.id === partOf(desk).id ? fifths : measure.keyFifths + moved;
      return { ...measure, keyFifths: Math.abs(key) <= 7 ? key : foldFifths(key, -5) };
    }),
  );
}

/** The clef of the staff of the voice that is being written, in this part alone. */
export function setClef(desk: Desk, clef: Measure['clef']): Desk {
  const part = partOf(desk);
  const { measureIndex } = desk.caret;
  const isLower = part.measures[measureIndex]!.otherVoices[desk.voiceIndex - 1]?.staff === 'lower';
  const measures = isLower
    ? fromHere(part.measures, measureIndex, 'lowerClef', (measure) => ({ ...measure, lowerClef: clef }))
    : fromHere(part.measures, measureIndex, 'clef', (measure) => ({ ...measure, clef }));
  return withPart(desk, { ...part, measures });
}

/** Changes signs at the barlines of the caret's measure. */
export function setBarlines(
  desk: Desk,
  signs: Partial<
    Pick<
      Measure,
      'repeatStart' | 'repeatPlays' | 'endingPasses' | 'systemBreak' | 'barline' | 'landmarks' | 'jump'
    >
  >,
): Desk {
  return inEveryPart(desk, ({ measures }) =>
    measures.map((measure, index) =>
      index === desk.caret.measureIndex ? { ...measure, ...signs } : measure,
    ),
  );
}

/** Puts a sign at the measure, or takes it away. */
export function toggleLandmark(desk: Desk, landmark: Landmark): Desk {
  const { landmarks = [] } = partOf(desk).measures[desk.caret.measureIndex]!;
  const wanted = LANDMARKS.filter((one) => landmarks.includes(one) !== (one === landmark));
  return setBarlines(desk, { landmarks: wanted.length > 0 ? wanted : undefined });
}

/** A further voice in every measure of the part, which is written next. */
export function addVoice(desk: Desk, staff: Voice['staff']): Desk {
  const part = partOf(desk);
  const count = part.measures[0]!.otherVoices.length;
  if (count >= 3) return { ...desk, remark: 'A part has up to four voices.' };
  const changed = withPart(desk, {
    ...part,
    measures: part.measures.map((measure) => ({
      ...measure,
      lowerClef: staff === 'lower' ? (measure.lowerClef ?? 'bass') : measure.lowerClef,
      otherVoices: [...measure.otherVoices, { staff, events: [] }],
    })),
  });
  const voiceIndex = count + 1;
  return {
    ...changed,
    voiceIndex,
    // Nothing of it is written yet: one begins at the beginning.
    caret: { measureIndex: 0, eventIndex: 0 },
    anchor: undefined,
  };
}

/** Takes the voice that is being written out of the part. */
export function removeVoice(desk: Desk): Desk {
  if (desk.voiceIndex === 0) return { ...desk, remark: 'The first voice stays: a part has at least one.' };
  const part = partOf(desk);
  const changed = withPart(desk, {
    ...part,
    measures: part.measures.map((measure) => {
      const otherVoices = measure.otherVoices.toSpliced(desk.voiceIndex - 1, 1);
      const hasLower = otherVoices.some(({ staff }) => staff === 'lower');
      return { ...measure, otherVoices, lowerClef: hasLower ? measure.lowerClef : undefined };
    }),
  });
  return {
    ...changed,
    voiceIndex: 0,
    ...caretAtEndOf({ ...changed, voiceIndex: 0 }, desk.caret.measureIndex),
  };
}
