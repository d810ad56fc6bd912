'use client';
import { useActionState, useState } from 'react';
import { FASTEST_MARK, layLadder, SLOWEST_MARK } from '@/core/tempo';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { TempoLadder } from '@/ui/tempo-ladder';
import { giveOut } from './actions';

interface AssignFormProps {
  readonly lineId: string;
  readonly classes: readonly { readonly id: string; readonly name: string }[];
  readonly startBpm: number;
  readonly goalBpm: number;
  readonly dueOn: string;
  readonly today: string;
}

/** Gives a line to a class; the ladder is shown as it will be climbed. */
export function AssignForm({ lineId, classes, startBpm, goalBpm, dueOn, today }: AssignFormProps) {
  const [state, submit, isPending] = useActionState(giveOut, {});
  const [start, setStart] = useState(`${startBpm}`);
  const [goal, setGoal] = useState(`${goalBpm}`);
  const ladder = maybeLadder(Number(start), Number(goal));
  const bounds = { type: 'number', min: SLOWEST_MARK, max: FASTEST_MARK, required: true } as const;
  return (
    <form action={submit} className="space-y-4">
      <input type="hidden" name="lineId" value={lineId} />
      <Choice label="Class" name="classId" required>
        {classes.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      <div className="grid grid-cols-2 gap-3">
        <Field
          {...bounds}
          label="Start at"
          name="startBpm"
          value={start}
          onChange={(event) => setStart(event.target.value)}
        />
        <Field
          {...bounds}
          label="Goal"
          name="goalBpm"
          value={goal}
          onChange={(event) => setGoal(event.target.value)}
        />
      </div>
      <Field label="Due" name="dueOn" type="date" min={today} defaultValue={dueOn} required />
      {ladder ? (
        <div>
          <p className="mb-1 font-bold">The ladder</p>
          <TempoLadder ladder={ladder} climbed={[]} />
        </div>
      ) : (
        <p className="text-faint">
          Two tempos from {SLOWEST_MARK} to {FASTEST_MARK}, the goal not slower than the start.
        </p>
      )}
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      <Button type="submit" weight="main" disabled={isPending || !ladder} className="w-full">
        Give it out
      </Button>
    </form>
  );
}

function maybeLadder(start: number, goal: number): readonly number[] | undefined {
  const areWhole = Number.isInteger(start) && Number.isInteger(goal);
  return areWhole && start >= SLOWEST_MARK && goal <= FASTEST_MARK && start <= goal
    ? layLadder(start, goal)
    : undefined;
}
