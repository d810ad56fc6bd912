'use client';
import { describeStrictness, STRICTNESSES, type Strictness } from '@/core/judging';
import { StoredChoice } from '@/ui/stored-choice';
import { chooseStrictness } from './actions';

interface StrictnessChoiceProps {
  readonly classId: string;
  readonly strictness: Strictness;
}

/** How strictly the takes of a class are judged; stored as soon as it is chosen, for the takes it has as well. */
export const StrictnessChoice = ({ classId, strictness }: StrictnessChoiceProps) => (
  <StoredChoice
    label="Mevlo judges"
    value={strictness}
    values={STRICTNESSES}
    nameOf={describeStrictness}
    action={chooseStrictness.bind(null, classId)}
  >
    <p className="text-base text-faint">
      Pitch is judged alike at every level. What you answered to a take stays as it is.
    </p>
  </StoredChoice>
);
