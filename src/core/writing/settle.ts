import {
  headsOf,
  type LineEvent,
  type Measure,
  type Note,
  type Part,
  spellingOf,
  voiceCountOf,
  voicesOf,
  type WrittenPitch,
  withPrintedNumbers,
} from '../notation';
import { staffPlace } from '../pitch';
import { withEvents } from './desk';

/**
 * Puts ties, slurs and numbers right after a change: a tie joins two equal neighbours, a slur has a beginning, measures are
 * numbered as they are printed.
 */
export function settle(part: Part): Part {
  let settled = part.measures;
  for (let voice = 0; voice < voiceCountOf(part); voice++) settled = settleVoice(settled, voice);
  return { ...part, measures: withPrintedNumbers(settled) };
}

function settleVoice(measures: readonly Measure[], voice: number): readonly Measure[] {
  const all = measures.flatMap((measure) => voicesOf(measure)[voice] ?? []);
  const settled = new Map<string, LineEvent>();
  let openSlurs = 0;
  all.forEach((event, index) => {
    if (event.kind === 'rest') return;
    const before = all[index - 1];
    const after = all[index + 1];
    const tiedFromPrevious = before?.kind === 'note' && before.tiedToNext && samePitches(before, event);
    // The last note may wait for its successor.
    const tiedToNext = event.tiedToNext && (!after || (after.kind === 'note' && samePitches(event, after)));
    const slurStops = Math.min(event.slurStops, openSlurs);
    openSlurs += event.slurStarts - slurStops;
    const isSettled =
      tiedFromPrevious === event.tiedFromPrevious &&
      tiedToNext === event.tiedToNext &&
      slurStops === event.slurStops;
    if (!isSettled) settled.set(event.id, { ...event, tiedFromPrevious, tiedToNext, slurStops });
  });
  if (settled.size === 0) return measures;
  return measures.map((measure) => {
    const events = voicesOf(measure)[voice] ?? [];
    if (!events.some(({ id }) => settled.has(id))) return measure;
    return withEvents(
      measure,
      voice,
      events.map((event) => settled.get(event.id) ?? event),
    );
  });
}

function samePitches(a: Note, b: Note): boolean {
  const [one, other] = [headsOf(a), headsOf(b)];
  return one.length === other.length && one.every((pitch) => other.some((o) => samePitch(pitch, o)));
}

function samePitch(a: WrittenPitch, b: WrittenPitch): boolean {
  const [one, other] = [spellingOf(a), spellingOf(b)];
  return a.kind === b.kind && staffPlace(one) === staffPlace(other) && one.alter === other.alter;
}
