'use client';
import { Button } from '@/ui/button';
import { Choice, Field, SmallChoice } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton, useStoredAtOnce } from '@/ui/form';
import { Options } from '@/ui/options';
import {
  archive,
  consent,
  keep,
  leave,
  move,
  remove,
  removeWholeClass,
  renameOne,
  requireConsent,
} from './actions';

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
  const { outcome, store } = useStoredAtOnce(consent);
  return (
    <span>
      <SmallChoice
        label={
          <>
            Consent<span className="sr-only"> for recordings of {student.name}</span>
          </>
        }
        value={student.consent}
        onChange={(value) => void store(classId, student.id, value)}
      >
        <option value="not-asked">not asked</option>
        <option value="given">given</option>
        <option value="refused">refused</option>
      </SmallChoice>
      {notedOn && <span className="ml-2 text-base text-faint">noted {notedOn}</span>}
      {outcome}
    </span>
  );
}

export function RenameStudentForm({
  classId,
  student,
}: {
  readonly classId: string;
  readonly student: Student & { readonly userName: string };
}) {
  return (
    <ActionForm action={renameOne.bind(null, classId, student.id)} className="space-y-2">
      <Field label="Name" name="name" defaultValue={student.name} maxLength={60} required />
      <Field
        label="User name"
        name="userName"
        defaultValue={student.userName}
        maxLength={30}
        autoCapitalize="none"
        required
        hint="The PIN stays; the card has the old user name."
      />
      <FormOutcome />
      <SubmitButton>Change the names</SubmitButton>
    </ActionForm>
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
  return (
    <ActionForm action={move.bind(null, classId, student.id)} className="space-y-2">
      <Choice label="Move to" name="classId" hint="Takes and answers go along.">
        <Options of={classes} />
      </Choice>
      <FormOutcome />
      <SubmitButton>Move {student.name}</SubmitButton>
    </ActionForm>
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
  const { outcome, store, isPending } = useStoredAtOnce(leave);
  return (
    <>
      <Button disabled={isPending} onClick={() => void store(classId, studentId, !hasLeft)}>
        {hasLeft ? 'Take back into the class' : 'Leave the class'}
      </Button>
      {outcome}
    </>
  );
}

/** Asks for the name, so that nobody goes by a slip. */
export function RemoveForm({ classId, student }: { readonly classId: string; readonly student: Student }) {
  return (
    <ActionForm action={remove.bind(null, classId, student.id)} className="space-y-2">
      <Field
        label="Remove for good"
        name="name"
        autoComplete="off"
        required
        hint={`Every recording, verdict and answer goes and cannot come back. Take it out first. Then type “${student.name}”.`}
      />
      <FormOutcome />
      <SubmitButton className="border-warm">Remove everything of {student.name}</SubmitButton>
    </ActionForm>
  );
}

/** Whether nobody is recorded without consent; a change is stored at once. */
export function ConsentRule({
  classId,
  requiresConsent,
}: {
  readonly classId: string;
  readonly requiresConsent: boolean;
}) {
  const { outcome, store } = useStoredAtOnce(requireConsent);
  return (
    <>
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          defaultChecked={requiresConsent}
          onChange={(event) => void store(classId, event.currentTarget.checked)}
          className="size-5 accent-cool"
        />
        Record nobody without consent
      </label>
      <p className="text-base text-faint">
        Whoever has none, or refused, can tap, name and read; nothing is recorded or handed in.
      </p>
      {outcome}
    </>
  );
}

/** Asks for the name, so that nothing goes by a slip. */
export function RemoveClassForm({ classId, name }: { readonly classId: string; readonly name: string }) {
  return (
    <ActionForm action={removeWholeClass.bind(null, classId)} className="space-y-2">
      <Field
        label="Remove the class for good"
        name="name"
        autoComplete="off"
        required
        hint={`Everybody who is or was in it goes, with every recording, verdict and answer. Take it out first. Then type “${name}”.`}
      />
      <FormOutcome />
      <SubmitButton className="w-full border-warm">Remove {name}</SubmitButton>
    </ActionForm>
  );
}

export function KeepForm({ classId, days }: { readonly classId: string; readonly days: number | undefined }) {
  return (
    <ActionForm action={keep.bind(null, classId)} className="space-y-2">
      <Field
        label="Keep recordings for so many days"
        name="days"
        type="number"
        min={14}
        max={3650}
        defaultValue={days ?? ''}
        hint="Empty: until you remove them. Your desk warns two weeks before any goes; verdicts and answers stay."
      />
      <FormOutcome />
      <SubmitButton className="w-full">Keep them that long</SubmitButton>
    </ActionForm>
  );
}

export function ArchiveForm({
  classId,
  isArchived,
}: {
  readonly classId: string;
  readonly isArchived: boolean;
}) {
  const { outcome, store, isPending } = useStoredAtOnce(archive);
  return (
    <>
      <Button disabled={isPending} onClick={() => void store(classId, !isArchived)} className="w-full">
        {isArchived ? 'Bring it back' : 'Put it away'}
      </Button>
      {outcome}
    </>
  );
}
