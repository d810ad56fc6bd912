import { countIn } from '@/core/counting';
import { type Line, timedMeasures } from '@/core/notation';
import { add, beatUnit, clicksPerMeasure, quarterSeconds, toNumber } from '@/core/time';
import type { Click } from './click-track';

/** The clicks of a line: its count-in and a click for every beat to its end. */
export interface LineClicks {
  readonly beatSeconds: number;
  /** From the first click to the first written event. */
  readonly countInSeconds: number;
  readonly lineSeconds: number;
  /** The click with an index from 0; undefined after the last. */
  clickAt(index: number): Click | undefined;
}

/** @param bpm in beat units of the line's first meter. */
export function clicksOfLine(line: Line, bpm: number): LineClicks {
  const { meter } = line.part.measures[0]!;
  const unit = beatUnit(meter);
  const secondsPerQuarter = quarterSeconds(bpm, unit);
  const beatSeconds = secondsPerQuarter * toNumber(unit.quarters);
  const last = timedMeasures(line).at(-1)!;
  const countInSeconds = toNumber(countIn(line).lengthQuarters) * secondsPerQuarter;
  const lineSeconds = toNumber(add(last.onsetQuarters, last.lengthQuarters)) * secondsPerQuarter;
  // A line that ends inside a beat needs no click after its end.
  const count = Math.ceil((countInSeconds + lineSeconds) / beatSeconds - 1e-6);
  const perMeasure = clicksPerMeasure(meter);
  return {
    beatSeconds,
    countInSeconds,
    lineSeconds,
    clickAt: (index) =>
      index < count ? { seconds: index * beatSeconds, accented: index % perMeasure === 0 } : undefined,
  };
}
