import { checkHeard, priorsOf } from '@/core/checking';
import { USUAL_POLICY } from '@/core/judging';
import { accuse } from '@/core/judging/accuse';
import { faultFeatures } from '@/core/judging/fault-features';
import { faultsOf } from '@/core/judging/faults';
import { hear } from '@/core/listening';
import { faultTruths, pairUp } from '../evaluation/fault-truth';
import type { EvaluationTake } from '../evaluation/take';
import type { Example } from './boosting';

/** Everything that would be held against the player of a take, were there no doubt, and whether it is so; nothing of a take that is not judged. */
export function faultExamples({ line, audio, tune, truth, leadSeconds }: EvaluationTake): readonly Example[] {
  const { following, verdict } = checkHeard(line, hear(audio, priorsOf(line)), tune.bpm);
  if (verdict.state !== 'judged') return [];
  const accused = accuse(line, following, USUAL_POLICY);
  const faults = faultsOf(accused.notes, following);
  const featuresOf = faultFeatures(accused);
  const areSo = faultTruths(faults, accused.notes, truth, pairUp(following, truth, leadSeconds));
  return faults.flatMap((fault, index) => {
    const isSo = areSo[index];
    return isSo === undefined ? [] : [{ features: featuresOf(fault), isSo }];
  });
}
