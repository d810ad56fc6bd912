import { followHeard } from '@/core/checking';
import { USUAL_POLICY } from '@/core/judging';
import { accuse } from '@/core/judging/accuse';
import { faultFeatures } from '@/core/judging/fault-features';
import { faultsOf, partOf } from '@/core/judging/faults';
import { stateOf } from '@/core/judging/state-of-take';
import { faultTruths, pairUp } from '../evaluation/fault-truth';
import type { Example } from './boosting';
import type { HeardTake } from './heard-takes';

/** Everything that would be held against the player of a take, were there no doubt, and whether it is so; nothing of a take that is not judged. */
export function faultExamples({ line, heard, bpm, truth, leadSeconds }: HeardTake): readonly Example[] {
  const following = followHeard(line, heard, bpm);
  const accused = accuse(line, following, USUAL_POLICY);
  if (stateOf(accused, 0) !== 'judged') return [];
  const faults = faultsOf(accused.notes, following);
  const featuresOf = faultFeatures(accused);
  const areSo = faultTruths(faults, accused.notes, truth, pairUp(following, truth, leadSeconds));
  return faults.flatMap((fault, index) => {
    const isSo = areSo[index];
    return isSo === undefined ? [] : [{ features: featuresOf(fault), isSo, part: partOf(fault) }];
  });
}
