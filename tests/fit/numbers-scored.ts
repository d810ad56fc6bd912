import { checkHeard, priorsOf } from '@/core/checking';
import { type Heard, hear } from '@/core/listening';
import { SCORED, scoreTake } from '../evaluation/score-take';
import { type EvaluationTake, makeTake, planWorldTake } from '../evaluation/take';

/** Seeds that no model is learned from. */
const FIRST_SEED = 97_001;

/** How a take came out. */
export interface ScoredTake {
  /** False alarms and misses, of notes, starts, lengths, notes too many and stops. */
  readonly wrong: number;
  /** All that was counted: takes that came out the same have the same. */
  readonly said: string;
}

let taken: readonly { readonly take: EvaluationTake; readonly heard: Heard }[] = [];

/**
 * Scores takes of the world.
 * @param isHeardAnew otherwise they are followed and judged by what was heard the last time.
 */
export function scoreTakes(count: number, isHeardAnew: boolean): readonly ScoredTake[] {
  const takes =
    isHeardAnew || taken.length === 0
      ? Array.from({ length: count }, (_, index) => {
          const take =
            taken[index]?.take ?? makeTake(planWorldTake(FIRST_SEED + index), `world-${FIRST_SEED + index}`);
          return { take, heard: hear(take.audio, priorsOf(take.line)) };
        })
      : taken;
  // What is heard by other numbers is nobody's last word.
  if (taken.length === 0) taken = takes;
  return takes.map(({ take, heard }) => {
    const { verdict } = checkHeard(take.line, heard, take.tune.bpm);
    const { tallies, clean, unclearNotes, isJudged } = scoreTake(take.truth, verdict, take.leadSeconds);
    const faults = SCORED.filter((name) => !name.startsWith('measure')).map((name) => tallies[name]);
    return {
      wrong: faults.reduce((sum, [, falseAlarms, misses]) => sum + falseAlarms + misses, 0),
      said: JSON.stringify([tallies, clean?.isFlagged, unclearNotes, isJudged]),
    };
  });
}
