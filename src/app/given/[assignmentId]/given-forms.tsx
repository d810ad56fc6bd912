'use client';
import { DoneWithUndo } from '@/ui/done-with-undo';
import { Choice, Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { Options } from '@/ui/options';
import { TEMPO_BOUNDS } from '@/ui/tempo-bounds';
import { WordField } from '@/ui/word-field';
import { askAgain, changeAll, changeOne, giveCopy, helped, withdraw } from './actions';

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
  return (
    <ActionForm
      action={changeOne.bind(null, assignmentId, student.id)}
      className="mt-2 grid gap-3 sm:grid-cols-[100px_100px_180px_auto] sm:items-end"
    >
      <Field {...TEMPO_BOUNDS} label="Start at" name="startBpm" defaultValue={student.startBpm} />
      <Field {...TEMPO_BOUNDS} label="Goal" name="goalBpm" defaultValue={student.goalBpm} />
      <Field label="Due" name="dueOn" type="date" defaultValue={student.dueOn} required />
      <SubmitButton>Change</SubmitButton>
      <FormOutcome />
    </ActionForm>
  );
}

interface ChangeAllFormProps {
  readonly assignmentId: string;
  readonly given: {
    readonly startBpm: number;
    readonly goalBpm: number;
    readonly dueOn: string;
    readonly fromOn: string | null;
    readonly word: string;
  };
  readonly plans: readonly { readonly id: string; readonly name: string }[];
}

/** Other tempos, days, plan and words for everybody. */
export function ChangeAllForm({ assignmentId, given, plans }: ChangeAllFormProps) {
  return (
    <ActionForm action={changeAll.bind(null, assignmentId)} className="space-y-3">
      {/* What was stored is what a reset leaves. */}
      <div
        key={JSON.stringify([given.startBpm, given.goalBpm, given.dueOn, given.fromOn, given.word])}
        className="space-y-3"
      >
        <div className="grid grid-cols-2 gap-3">
          <Field {...TEMPO_BOUNDS} label="Start at" name="startBpm" defaultValue={given.startBpm} />
          <Field {...TEMPO_BOUNDS} label="Goal" name="goalBpm" defaultValue={given.goalBpm} />
        </div>
        <Field label="From" name="fromOn" type="date" defaultValue={given.fromOn ?? ''} />
        <Field label="Due" name="dueOn" type="date" defaultValue={given.dueOn} required />
        <Choice label="How to learn it" name="plan" defaultValue="as-it-is">
          <option value="as-it-is">as it is</option>
          <option value="">The whole line</option>
          {plans.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Choice>
        <WordField word={given.word} />
      </div>
      <FormOutcome />
      <SubmitButton className="w-full">Change it for everybody</SubmitButton>
    </ActionForm>
  );
}

interface CopyFormProps {
  readonly assignmentId: string;
  readonly classId: string;
  /** A week after the day it is due now. */
  readonly dueOn: string;
  readonly classes: readonly { readonly id: string; readonly name: string }[];
}

export function CopyForm({ assignmentId, classId, dueOn, classes }: CopyFormProps) {
  return (
    <ActionForm action={giveCopy.bind(null, assignmentId)} className="space-y-3">
      <Choice label="To" name="classId" defaultValue={classId} required>
        <Options of={classes} />
      </Choice>
      <Field label="Due" name="dueOn" type="date" defaultValue={dueOn} required />
      <FormOutcome />
      <SubmitButton className="w-full">Give it out once more</SubmitButton>
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

/** Help was given just now. */
export function Helped({
  assignmentId,
  studentId,
  name,
}: {
  readonly assignmentId: string;
  readonly studentId: string;
  readonly name: string;
}) {
  return (
    <DoneWithUndo action={askAgain} args={[assignmentId, studentId]} label="It still stands">
      The question of {name} is settled.
    </DoneWithUndo>
  );
}
