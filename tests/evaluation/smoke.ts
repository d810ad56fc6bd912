// A small evaluation in every run of the checks: what the ear heard of some takes is kept, followed and judged anew, and scored.
import { checkHeard, priorsOf } from '@/core/checking';
import { type Heard, hear, LISTENING_VERSION } from '@/core/listening';
import { keptFacts } from '../support/kept-facts';
import { leadOf } from './rooms';
import { type Score, scoreTake } from './score-take';
import { makeTake, performPlan, planStrictTake, planTake } from './take';

/** Takes that nobody looked at while the ear was made. Six of every player. */
const SMOKE_SEEDS = Array.from({ length: 162 }, (_, index) => 11_001 + index);

/** And of takes with the mistakes that a good teacher never lets pass. */
const STRICT_SEEDS = Array.from({ length: 48 }, (_, index) => 31_002 + index);

const PLANS = [...SMOKE_SEEDS.map(planTake), ...STRICT_SEEDS.map(planStrictTake)];

/** @returns what was heard of every take, in the order of the plans. */
export const heardOfSmoke = (): Promise<readonly Heard[]> =>
  keptFacts(
    'heard',
    'smoke-evaluation',
    () => PLANS.map((plan) => hear(makeTake(plan).audio, priorsOf(plan.line))),
    (kept) => kept.length === PLANS.length && kept.every(({ version }) => version === LISTENING_VERSION),
  );

/** How many of the plans, the first, are takes of the large evaluation. */
export const USUAL_COUNT = SMOKE_SEEDS.length;

/** Follows, judges and scores takes from what was heard of them. */
export function scoreHeard(heardOfTakes: readonly Heard[]): Score[] {
  return heardOfTakes.map((heard, index) => {
    const plan = PLANS[index]!;
    const { truth } = performPlan(plan);
    return scoreTake(truth, checkHeard(plan.line, heard, plan.tune.bpm).verdict, leadOf(plan.condition));
  });
}
