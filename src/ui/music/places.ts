import type { NoteVerdict, Verdict } from '@/core/judging';
import { type Line, timedMeasures } from '@/core/notation';
import { TempoMap } from '@/core/tempo';
import { add, toNumber } from '@/core/time';
import type { Engraving } from '@/engraving/engraving';

/** A place on the page: which system, and how far from its left edge in the drawing's pixels. */
export interface Place {
  readonly system: number;
  readonly x: number;
}

/** When something on the page sounds. */
export interface Anchor extends Place {
  readonly seconds: number;
  /** A note or rest begins here; else a measure ends. */
  readonly isEvent: boolean;
}

/** Where an event stands on the page. */
export function placeOfEvent(engraving: Engraving, eventId: string): Place | undefined {
  const system = engraving.systems.findIndex((candidate) => candidate.events[eventId] !== undefined);
  const box = engraving.systems[system]?.events[eventId];
  return box && { system, x: box.x + box.width / 2 };
}

function endOfMeasure(engraving: Engraving, printedIndex: number): Place | undefined {
  const system = engraving.systems.findIndex((s) =>
    s.measures.some((measure) => measure.printedIndex === printedIndex),
  );
  const measure = engraving.systems[system]?.measures.find((m) => m.printedIndex === printedIndex);
  return measure && { system, x: measure.x + measure.width };
}

/** Anchors of a take: every note that was played, at the time it sounded. */
export function anchorsOfTake(engraving: Engraving, verdict: Verdict): readonly Anchor[] {
  const anchors = verdict.notes.flatMap((note): Anchor[] => {
    const place = note.played && placeOfEvent(engraving, note.printedId);
    return place && note.played ? [{ ...place, seconds: note.played.onsetSeconds, isEvent: true }] : [];
  });
  const last = verdict.notes.findLast(
    (note): note is NoteVerdict & { played: object } => note.played !== undefined,
  );
  const end = last && endOfMeasure(engraving, verdict.measures[last.measureIndex]!.printedIndex);
  if (end && last?.played) anchors.push({ ...end, seconds: last.played.endSeconds, isEvent: false });
  return anchors.sort((a, b) => a.seconds - b.seconds);
}

/**
 * Anchors of a line that is played as written: every event, from 0 seconds at its start.
 * @param line the one that sounds: the drawn one, or some measures of it.
 * @param firstIndex the drawn measure that its first one is.
 */
export function anchorsAsWritten(
  engraving: Engraving,
  line: Line,
  bpm: number,
  firstIndex = 0,
): readonly Anchor[] {
  const map = new TempoMap(line, bpm);
  const anchors: Anchor[] = [];
  for (const measure of timedMeasures(line)) {
    let onset = measure.onsetQuarters;
    for (const event of measure.measure.events) {
      const place = placeOfEvent(engraving, event.id);
      if (place) anchors.push({ ...place, seconds: map.seconds(toNumber(onset)), isEvent: true });
      onset = add(onset, event.quarters);
    }
    const end = endOfMeasure(engraving, firstIndex + measure.printedIndex);
    if (end) anchors.push({ ...end, seconds: map.seconds(toNumber(onset)) - 0.001, isEvent: false });
  }
  return anchors;
}

/** The event that was last due at a time; undefined before the first and in the gap after the last. */
export function litAt(anchors: readonly Anchor[], seconds: number): Place | undefined {
  const anchor = anchors.findLast((one) => one.seconds <= seconds);
  return anchor?.isEvent ? anchor : undefined;
}

/** Where the playhead stands at a time: between two anchors of one system, or at the one before. */
export function placeAt(anchors: readonly Anchor[], seconds: number): Place | undefined {
  const index = anchors.findLastIndex((anchor) => anchor.seconds <= seconds);
  const before = anchors[index];
  if (!before) return undefined;
  const after = anchors[index + 1];
  if (!after || after.system !== before.system || after.x < before.x) return before;
  const share = (seconds - before.seconds) / Math.max(1e-6, after.seconds - before.seconds);
  return { system: before.system, x: before.x + Math.min(1, share) * (after.x - before.x) };
}
