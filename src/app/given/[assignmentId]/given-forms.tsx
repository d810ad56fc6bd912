'use client';
import { useActionState } from 'react';
import { FASTEST_MARK, SLOWEST_MARK } from '@/core/tempo';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { changeOne, giveCopy, helped, withdraw } from './actions';

interface ChangeFormProps {
  readonly assignmentId: string;
  readonly student: {
    readonly id: string;
    readonly startBpm: number;
    readonly goalBpm: number;
    readonly dueOn: string;
  };
}

/** Other tempos and another day for one student. */
export function ChangeForm({ assignmentId, student }: ChangeFormProps) {
  const [state, submit, isPending] = useActionState(changeOne.bind(null, assignmentId, student.id), {});
  const bounds = { type: 'number', min: SLOWEST_MARK, max: FASTEST_MARK, required: true } as const;
  return (
    <form action={submit} className="mt-2 grid gap-3 sm:grid-cols-[100px_100px_180px_auto] sm:items-end">
      <Field {...bounds} label="Start at" name="startBpm" defaultValue={student.startBpm} />
      <Field {...bounds} label="Goal" name="goalBpm" defaultValue={student.goalBpm} />
      <Field label="Due" name="dueOn" type="date" defaultValue={student.dueOn} required />
      <Button type="submit" disabled={isPending}>
        Change
      </Button>
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      {state.done && <Notice kind="news">{state.done}</Notice>}
    </form>
  );
}

interface CopyFormProps {
  readonly assignmentId: string;
  readonly classes: readonly { readonly id: string; readonly name: string }[];
}

export function CopyForm({ assignmentId, classes }: CopyFormProps) {
  const [state, submit, isPending] = useActionState(giveCopy.bind(null, assignmentId), {});
  if (classes.length === 0) return <p>There is no other class.</p>;
  return (
    <form action={submit} className="space-y-3">
      <Choice label="Class" name="classId" required>
        {classes.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      <Button type="submit" disabled={isPending} className="w-full">
        Give it to this class
      </Button>
    </form>
  );
}

export function TakeBackForm({ assignmentId }: { readonly assignmentId: string }) {
  const [, submit, isPending] = useActionState(withdraw.bind(null, assignmentId), {});
  return (
    <form action={submit}>
      <Button type="submit" disabled={isPending} className="w-full">
        Take it back
      </Button>
    </form>
  );
}

export function HelpedForm({
  assignmentId,
  studentId,
}: {
  readonly assignmentId: string;
  readonly studentId: string;
}) {
  const [, submit, isPending] = useActionState(helped.bind(null, assignmentId, studentId), {});
  return (
    <form action={submit}>
      <Button type="submit" weight="quiet" disabled={isPending}>
        Helped
      </Button>
    </form>
  );
}
