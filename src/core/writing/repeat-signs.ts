import { isSame, type LineEvent, type Measure, type Part, voicesOf, withTrueShorthand } from '../notation';
import { type Desk, partOf, takeId, withMeasure, withPart } from './desk';
import { appendMeasure, caretAtEndOf, copyInto, insertMeasure } from './measures';
import { writeWholeRest } from './write';

const isEmptyMeasure = (measure: Measure) => voicesOf(measure).every((events) => events.length === 0);

/** The measure before once more, printed as the sign for it: into the caret's measure, or a new one; on a sign it is written out. */
export function toggleRepeatSign(desk: Desk): Desk {
  const { measureIndex } = desk.caret;
  const { measures } = partOf(desk);
  const here = measures[measureIndex]!;
  if (here.shorthand === 'as-before') return withMeasure(desk, measureIndex, writtenOut);
  const before = measures[measureIndex - 1];
  if (before && isSame(before, here)) return withMeasure(desk, measureIndex, asSign);
  const isEmpty = isEmptyMeasure(here);
  const source = isEmpty ? before : here;
  if (!source || isEmptyMeasure(source))
    return { ...desk, remark: 'There is no measure here that the sign could take up again.' };
  const at = isEmpty ? measureIndex : measureIndex + 1;
  return withMeasure(copyInto(isEmpty ? desk : insertMeasure(desk), source, at), at, asSign);
}

/** So many measures of rest from the caret's on, printed as one; one that holds notes is left and the rests come behind it. */
export function writeLongRest(desk: Desk, count: number): Desk {
  const isEmpty = isEmptyMeasure(partOf(desk).measures[desk.caret.measureIndex]!);
  let written = desk;
  for (let n = 0; n < count; n++) {
    if (n > 0 || !isEmpty) written = nextEmpty(written);
    written = writeWholeRest({ ...written, anchor: undefined });
    if (n > 0)
      written = withMeasure(written, written.caret.measureIndex, (measure) => ({
        ...measure,
        shorthand: 'rest-goes-on',
      }));
  }
  return written;
}

/** An empty measure behind the caret's. */
function nextEmpty(desk: Desk): Desk {
  const { measureIndex } = desk.caret;
  const next = partOf(desk).measures[measureIndex + 1];
  if (next && !isEmptyMeasure(next)) return insertMeasure(desk);
  const ready = next ? desk : appendMeasure(desk);
  return { ...ready, ...caretAtEndOf(ready, measureIndex + 1) };
}

const asSign = (measure: Measure): Measure => ({ ...measure, shorthand: 'as-before' });
function writtenOut({ shorthand: _, ...measure }: Measure): Measure {
  return measure;
}

/**
 * After a change: a measure that is printed as a repeat sign follows the one before it; one that was changed itself is written out, and
 * so is whatever no longer is what its sign says.
 */
export function followSources(before: Desk, after: Desk): Desk {
  let desk = after;
  for (const [partIndex, part] of after.score.parts.entries()) {
    const old = before.score.parts[partIndex];
    if (part === old || !part.measures.some(({ shorthand }) => shorthand)) continue;
    desk = followInPart({ ...desk, partIndex }, old);
  }
  return { ...desk, partIndex: after.partIndex };
}

function followInPart(desk: Desk, old: Part | undefined): Desk {
  let changed = desk;
  const { measures } = partOf(desk);
  const isInPlace = old?.measures.length === measures.length;
  measures.forEach((measure, index) => {
    const source = partOf(changed).measures[index - 1];
    const isUntouched = isInPlace && sameEvents(old!.measures[index]!, measure);
    if (measure.shorthand !== 'as-before' || !source || isSame(source, measure) || !isUntouched) return;
    changed = copyKeepingIds(changed, source, index);
  });
  return withPart(changed, { ...partOf(changed), measures: withTrueShorthand(partOf(changed).measures) });
}

const sameEvents = (a: Measure, b: Measure) => JSON.stringify(voicesOf(a)) === JSON.stringify(voicesOf(b));

/** The content of another measure; as many events as there were keep their ids. */
function copyKeepingIds(desk: Desk, source: Measure, measureIndex: number): Desk {
  let numbered = desk;
  const known = voicesOf(partOf(desk).measures[measureIndex]!);
  const copy = (events: readonly LineEvent[], voice: number) =>
    events.map((event, index): LineEvent => {
      const old = known[voice]?.[index]?.id;
      if (old !== undefined) return { ...event, id: old };
      const [next, id] = takeId(numbered);
      numbered = next;
      return { ...event, id };
    });
  const events = copy(source.events, 0);
  const otherVoices = source.otherVoices.map((voice, index) => ({
    ...voice,
    events: copy(voice.events, index + 1),
  }));
  return withMeasure(numbered, measureIndex, (measure) => ({ ...measure, events, otherVoices }));
}
