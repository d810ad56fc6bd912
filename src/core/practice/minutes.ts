import { type Day, daysFrom } from '../calendar';
import { countIn } from '../counting';
import { type Line, timedMeasures } from '../notation';
import { add, beatUnit, quarterSeconds, toNumber } from '../time';
import { lineOfChunk } from './chunk-line';
import type { Plan, Stage } from './plan';

/** Getting ready, listening to the verdict. */
const AROUND_A_TAKE_SECONDS = 12;
/** Besides the takes that count there are others: between the fast and the slow of the simulated class. */
export const TAKES_PER_GOOD_TAKE = 2.5;

/** How long the stages of a plan take a usual student, from measures, tempos, repeats and count-ins. */
export function minutesOf(
  line: Line,
  stages: readonly Stage[],
  { rules }: Plan,
  nextLines: readonly Line[] = [],
): number {
  const seconds = stages.reduce((sum, stage) => {
    const good = stage.ladder.length > 1 ? rules.goodTakesToRise : 1;
    return (
      sum +
      stage.ladder.reduce(
        (all, bpm) =>
          all + good * TAKES_PER_GOOD_TAKE * takeSeconds(lineOfChunk(line, stage.chunk, nextLines), bpm),
        0,
      )
    );
  }, 0);
  return seconds / 60;
}

/** How many minutes a day that is, from a day up to the one by which it is due. */
export function minutesPerDay(
  line: Line,
  stages: readonly Stage[],
  plan: Plan,
  today: Day,
  dueOn: Day,
): number {
  return minutesOf(line, stages, plan) / Math.max(1, daysFrom(today, dueOn));
}

/** Count-in, music and what is around it. */
function takeSeconds(music: Line, bpm: number): number {
  const last = timedMeasures(music).at(-1)!;
  const quarters = toNumber(add(add(last.onsetQuarters, last.lengthQuarters), countIn(music).lengthQuarters));
  return quarters * quarterSeconds(bpm, beatUnit(music.part.measures[0]!.meter)) + AROUND_A_TAKE_SECONDS;
}
