import { type Policy, policyOf, type Strictness } from '@/core/judging';
import { type Plan, strictnessOf } from '@/core/practice';

/** By what a take is judged: its step's strictness, else its class's. @param take as the queries give it. */
export function policyOfTake(take: {
  readonly plan: Plan | null;
  readonly stage: string | null;
  readonly strictness: Strictness;
}): Policy {
  return policyOf(strictnessOf(take.plan ?? undefined, take.stage ?? undefined, take.strictness));
}
