import { countIn } from '@/core/counting';
import { type Line, timedMeasures } from '@/core/notation';
import { add, beatUnit, clicksPerMeasure, quarterSeconds, toNumber } from '@/core/time';
import type { Click } from './click-track';

/** What sounds earlier than this many beats before the line is count-in, not playing. */
export const KEPT_BEATS_BEFORE = 0.6;

/** The clicks of a line: its count-in, and one for every beat from there on. */
export interface LineClicks {
  readonly beatSeconds: number;
  readonly beatsPerMeasure: number;
  /** From the first click to the first written event. */
  readonly countInSeconds: number;
  readonly countInClicks: number;
  readonly lineSeconds: number;
  /** Of count-in and line together: a line that ends inside a beat has none after its end. */
  readonly totalClicks: number;
  /** The click with an index from 0, however far the player falls behind. */
  click(index: number): Click;
}

/** @param bpm in beat units of the line's first meter. */
export function clicksOfLine(line: Line, bpm: number): LineClicks {
  const { meter } = line.part.measures[0]!;
  const unit = beatUnit(meter);
  const secondsPerQuarter = quarterSeconds(bpm, unit);
  const beatSeconds = secondsPerQuarter * toNumber(unit.quarters);
  const beatsPerMeasure = clicksPerMeasure(meter);
  const { clicks, lengthQuarters } = countIn(line);
  const end = timedMeasures(line).at(-1)!;
  const countInSeconds = toNumber(lengthQuarters) * secondsPerQuarter;
  const lineSeconds = toNumber(add(end.onsetQuarters, end.lengthQuarters)) * secondsPerQuarter;
  return {
    beatSeconds,
    beatsPerMeasure,
    countInSeconds,
    countInClicks: clicks.length,
    lineSeconds,
    totalClicks: Math.ceil((countInSeconds + lineSeconds) / beatSeconds - 1e-6),
    click: (index) => ({ seconds: index * beatSeconds, accented: index % beatsPerMeasure === 0 }),
  };
}
