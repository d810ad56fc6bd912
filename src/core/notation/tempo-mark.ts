import { type BeatUnitName, beatUnit, divide, type Meter, maybeBeatUnitLasting, toNumber } from '../time';
import type { TempoMark } from './line';

/** A tempo mark counted in beats of a meter: ♪ = 120 is ♩. = 40 in 6/8. Exact, so not always a mark of the metronome. */
export function beatsPerMinute({ bpm, beatQuarters }: TempoMark, meter: Meter): number {
  return bpm * toNumber(divide(beatQuarters, beatUnit(meter).quarters));
}

/** A tempo mark as it is printed, with the note it counts; with the beat of the meter where that note has no name here. */
export function printedTempo(
  mark: TempoMark,
  meter: Meter,
): { readonly unit: BeatUnitName; readonly bpm: number } {
  const counted = maybeBeatUnitLasting(mark.beatQuarters);
  if (counted) return { unit: counted.name, bpm: mark.bpm };
  return { unit: beatUnit(meter).name, bpm: Math.round(beatsPerMinute(mark, meter)) };
}
