'use client';
import { FASTEST_MARK, SLOWEST_PRACTICE } from '@/core/tempo';
import { Choice, Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
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
  const bounds = { type: 'number', min: SLOWEST_PRACTICE, max: FASTEST_MARK, required: true } as const;
  return (
    <ActionForm
      action={changeOne.bind(null, assignmentId, student.id)}
      className="mt-2 grid gap-3 sm:grid-cols-[100px_100px_180px_auto] sm:items-end"
    >
      <Field {...bounds} label="Start at" name="startBpm" defaultValue={student.startBpm} />
      <Field {...bounds} label="Goal" name="goalBpm" defaultValue={student.goalBpm} />
      <Field label="Due" name="dueOn" type="date" defaultValue={student.dueOn} required />
      <SubmitButton>Change</SubmitButton>
      <FormOutcome />
    </ActionForm>
  );
}

interface CopyFormProps {
  readonly assignmentId: string;
  readonly classes: readonly { readonly id: string; readonly name: string }[];
}

export function CopyForm({ assignmentId, classes }: CopyFormProps) {
  if (classes.length === 0) return <p>There is no other class.</p>;
  return (
    <ActionForm action={giveCopy.bind(null, assignmentId)} className="space-y-3">
      <Choice label="Class" name="classId" required>
        {classes.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      <FormOutcome />
      <SubmitButton className="w-full">Give it to this class</SubmitButton>
    </ActionForm>
  );
}

export function TakeBackForm({ assignmentId }: { readonly assignmentId: string }) {
  return (
    <ActionForm action={withdraw.bind(null, assignmentId)}>
      <SubmitButton className="w-full">Take it back</SubmitButton>
    </ActionForm>
  );
}

export function HelpedForm({
  assignmentId,
  studentId,
}: {
  readonly assignmentId: string;
  readonly studentId: string;
}) {
  return (
    <ActionForm action={helped.bind(null, assignmentId, studentId)}>
      <SubmitButton weight="quiet">Helped</SubmitButton>
    </ActionForm>
  );
}
