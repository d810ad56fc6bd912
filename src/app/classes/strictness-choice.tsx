'use client';
import { useState } from 'react';
import { describeStrictness, STRICTNESSES, type Strictness } from '@/core/judging';
import { Choice } from '@/ui/field';
import { Notice } from '@/ui/notice';
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
  const [state, setState] = useState<{ readonly problem?: string | undefined; readonly done?: boolean }>({});
  const choose = async (next: Strictness) => {
    setChosen(next);
    const problem = await chooseStrictness(classId, next);
    setState(problem ? { problem } : { done: true });
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
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      {state.done && (
        <Notice kind="news">The takes of the class are judged like this now, those it has as well.</Notice>
      )}
    </div>
  );
}
