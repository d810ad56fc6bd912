'use client';
import { useActionState, useState, useTransition } from 'react';
import { Button } from '@/ui/button';
import { Choice, Field, SmallChoice } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { archive, consent, keep, leave, move, remove } from './actions';

interface Student {
  readonly id: string;
  readonly name: string;
}

/** Whether whoever must agree has agreed; a change is stored at once. */
export function ConsentChoice({
  classId,
  student,
  notedOn,
}: {
  readonly classId: string;
  readonly student: Student & { readonly consent: string };
  /** In words; null when nothing was noted. */
  readonly notedOn: string | null;
}) {
  const [problem, setProblem] = useState<string>();
  return (
    <span>
      <SmallChoice
        label={
          <>
            Consent<span className="sr-only"> for recordings of {student.name}</span>
          </>
        }
        value={student.consent}
        onChange={async (value) => setProblem(await consent(classId, student.id, value))}
      >
        <option value="not-asked">not asked</option>
        <option value="given">given</option>
        <option value="refused">refused</option>
      </SmallChoice>
      {notedOn && <span className="ml-2 text-base text-faint">noted {notedOn}</span>}
      {problem && <Notice kind="problem">{problem}</Notice>}
    </span>
  );
}

export function MoveForm({
  classId,
  student,
  classes,
}: {
  readonly classId: string;
  readonly student: Student;
  readonly classes: readonly { readonly id: string; readonly name: string }[];
}) {
  const [state, submit, isPending] = useActionState(move.bind(null, classId, student.id), {});
  return (
    <form action={submit} className="space-y-2">
      <Choice label="Move to" name="classId" hint="Takes and answers go along.">
        {classes.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      <Button type="submit" disabled={isPending}>
        Move {student.name}
      </Button>
    </form>
  );
}

export function LeaveForm({
  classId,
  studentId,
  hasLeft,
}: {
  readonly classId: string;
  readonly studentId: string;
  readonly hasLeft: boolean;
}) {
  const [isPending, start] = useTransition();
  return (
    <Button disabled={isPending} onClick={() => start(() => leave(classId, studentId, !hasLeft))}>
      {hasLeft ? 'Take back into the class' : 'Leave the class'}
    </Button>
  );
}

/** Asks for the name, so that nobody goes by a slip. */
export function RemoveForm({ classId, student }: { readonly classId: string; readonly student: Student }) {
  const [state, submit, isPending] = useActionState(remove.bind(null, classId, student.id), {});
  return (
    <form action={submit} className="space-y-2">
      <Field
        label="Remove for good"
        name="name"
        autoComplete="off"
        required
        hint={`Every recording, verdict and answer goes and cannot come back. Take it out first. Then type “${student.name}”.`}
      />
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      <Button type="submit" disabled={isPending} className="border-warm">
        Remove everything of {student.name}
      </Button>
    </form>
  );
}

export function KeepForm({ classId, days }: { readonly classId: string; readonly days: number | undefined }) {
  const [state, submit, isPending] = useActionState(keep.bind(null, classId), {});
  return (
    <form action={submit} className="space-y-2">
      <Field
        label="Keep recordings for so many days"
        name="days"
        type="number"
        min={14}
        max={3650}
        defaultValue={days ?? ''}
        hint="Empty: until you remove them. Your desk warns two weeks before any goes; verdicts and answers stay."
      />
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      {state.done && <Notice kind="news">{state.done}</Notice>}
      <Button type="submit" disabled={isPending} className="w-full">
        Keep them that long
      </Button>
    </form>
  );
}

export function ArchiveForm({
  classId,
  isArchived,
}: {
  readonly classId: string;
  readonly isArchived: boolean;
}) {
  const [isPending, start] = useTransition();
  return (
    <Button
      disabled={isPending}
      onClick={() => start(() => archive(classId, !isArchived))}
      className="w-full"
    >
      {isArchived ? 'Bring it back' : 'Put it away'}
    </Button>
  );
}
