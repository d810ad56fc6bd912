'use client';
import { useState } from 'react';
import { describeStrictness, STRICTNESSES, type Strictness } from '@/core/judging';
import { Choice } from '@/ui/field';
import { useStoredAtOnce } from '@/ui/form';
import { chooseStrictness } from './actions';

/** How strictly the takes of a class are judged; stored as soon as it is chosen, for the takes it has as well. */
export function StrictnessChoice({
  classId,
  strictness,
}: {
  readonly classId: string;
  readonly strictness: Strictness;
}) {
  const [chosen, setChosen] = useState(strictness);
  const { outcome, store } = useStoredAtOnce(chooseStrictness);
  const choose = (next: Strictness) => {
    setChosen(next);
    return store(classId, next);
  };
  return (
    <div className="space-y-3">
      <Choice
        label="Mevlo judges"
        value={chosen}
        onChange={({ target }) => void choose(STRICTNESSES[target.selectedIndex]!)}
      >
        {STRICTNESSES.map((id) => (
          <option key={id} value={id}>
            {describeStrictness(id)}
          </option>
        ))}
      </Choice>
      <p className="text-base text-faint">
        Pitch is judged alike at every level. What you answered to a take stays as it is.
      </p>
      {outcome}
    </div>
  );
}
