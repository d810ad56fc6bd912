'use client';
import { useState } from 'react';
import { OWN_EARS, type OwnEars } from '@/core/practice';
import { Choice } from '@/ui/field';
import { useStoredAtOnce } from '@/ui/form';
import { chooseOwnEars } from './actions';

const NAMES: Readonly<Record<OwnEars, string>> = {
  'every-take': 'after every take',
  'once-a-sitting': 'once a sitting, after its first take',
  never: 'never',
};

/** How often a student rates a take before the verdict; stored as soon as it is chosen. */
export function OwnEarsChoice({ classId, ownEars }: { readonly classId: string; readonly ownEars: OwnEars }) {
  const [chosen, setChosen] = useState(ownEars);
  const { outcome, store } = useStoredAtOnce(chooseOwnEars);
  const choose = (next: OwnEars) => {
    setChosen(next);
    return store(classId, next);
  };
  return (
    <div className="mt-5 space-y-3 border-t-2 border-rule pt-4">
      <Choice
        label="Students rate themselves first"
        value={chosen}
        onChange={({ target }) => void choose(OWN_EARS[target.selectedIndex]!)}
      >
        {OWN_EARS.map((id) => (
          <option key={id} value={id}>
            {NAMES[id]}
          </option>
        ))}
      </Choice>
      {outcome}
    </div>
  );
}
