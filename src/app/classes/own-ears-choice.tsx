'use client';
import { OWN_EARS, type OwnEars } from '@/core/practice';
import { StoredChoice } from '@/ui/stored-choice';
import { chooseOwnEars } from './actions';

const NAMES: Readonly<Record<OwnEars, string>> = {
  'every-take': 'after every take',
  'once-a-sitting': 'once a sitting, after its first take',
  never: 'never',
};

interface OwnEarsChoiceProps {
  readonly classId: string;
  readonly ownEars: OwnEars;
}

/** How often a student rates a take before the verdict; stored as soon as it is chosen. */
export const OwnEarsChoice = ({ classId, ownEars }: OwnEarsChoiceProps) => (
  <div className="mt-5 border-t-2 border-rule pt-4">
    <StoredChoice
      label="Students rate themselves first"
      value={ownEars}
      values={OWN_EARS}
      nameOf={(times) => NAMES[times]}
      action={chooseOwnEars.bind(null, classId)}
    />
  </div>
);
