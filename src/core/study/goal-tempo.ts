import { beatsPerMinute, openingTempoWord, type Part } from '../notation';
import { FASTEST_MARK, moveByMarks, PRACTICE_MARKS, SLOWEST_MARK, SLOWEST_PRACTICE } from '../tempo';
import { isCompound, type Meter } from '../time';

/** Where a line says nothing about its tempo. Our own judgement. */
const USUAL_GOAL_BPM = 96;

/** The tempo a part asks for, in beats of its first meter: its metronome mark; else where the range of its tempo word begins. */
export function writtenTempo(part: Part): number {
  if (part.tempo) return beatsPerMinute(part.tempo, part.measures[0]!.meter);
  return openingTempoWord(part)?.from ?? USUAL_GOAL_BPM;
}

/** The mark of the metronome scale to climb to: the written tempo, or the mark just below it. */
export const goalTempo = (part: Part) => markAtMost(writtenTempo(part), part.measures[0]!.meter);

/** The fastest mark of the metronome scale that is not faster; large beats may be slower than the scale of the pendulum. */
export function markAtMost(bpm: number, meter: Meter): number {
  const slowest = isCompound(meter) ? SLOWEST_PRACTICE : SLOWEST_MARK;
  return moveByMarks(Math.min(FASTEST_MARK, Math.max(slowest, bpm)), 0, PRACTICE_MARKS);
}
