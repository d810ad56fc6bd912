// A small evaluation in every run of the checks: what the ear heard of some takes is kept, followed and judged anew, and scored.
import { checkHeard } from '@/core/checking';
import { type Heard, hear, LISTENING_VERSION } from '@/core/listening';
import { keptFacts } from '../support/kept-facts';
import { performTake } from './performance';
import { leadOf } from './rooms';
import { type Score, scoreTake } from './score-take';
import { makeTake, planTake } from './take';

/** Takes that nobody looked at while the ear was made. Six of every player. */
export const SMOKE_SEEDS = Array.from({ length: 162 }, (_, index) => 11_001 + index);

/** @returns what was heard of every take, in the order of the seeds. */
export const heardOfSmoke = (): Promise<readonly Heard[]> =>
  keptFacts(
    'heard',
    'smoke-evaluation',
    () => SMOKE_SEEDS.map((seed) => hear(makeTake(seed).audio)),
    (kept) => kept.every(({ version }) => version === LISTENING_VERSION),
  );

/** Follows, judges and scores takes from what was heard of them. */
export function scoreHeard(heardOfTakes: readonly Heard[]): Score[] {
  return heardOfTakes.map((heard, index) => {
    const { line, tune, player, condition, playingSeed } = planTake(SMOKE_SEEDS[index]!);
    const { truth } = performTake(line, tune, player, playingSeed);
    return scoreTake(truth, checkHeard(line, heard, tune.bpm).verdict, leadOf(condition));
  });
}
