'use client';
import { INSTRUMENTS } from '@/core/instruments';
import { VOCABULARIES, type Vocabulary } from '@/core/time';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton, useStoredAtOnce } from '@/ui/form';
import { Options } from '@/ui/options';
import { StoredChoice } from '@/ui/stored-choice';
import { answerAsked, changeMinutes, changePart, changeWords, makeClass, rename, takeIn } from './actions';

export function NewClassForm() {
  return (
    <ActionForm action={makeClass} className="space-y-4">
      <Field label="Name of the class" name="name" maxLength={60} required />
      <FormOutcome />
      <SubmitButton weight="main" className="w-full">
        Make the class
      </SubmitButton>
    </ActionForm>
  );
}

export function RenameForm({ classId, name }: { readonly classId: string; readonly name: string }) {
  return (
    <ActionForm action={rename.bind(null, classId)} className="space-y-2">
      <Field label="Name of the class" name="name" defaultValue={name} maxLength={60} required />
      <FormOutcome />
      <SubmitButton>Rename it</SubmitButton>
    </ActionForm>
  );
}

interface AskedToHelpProps {
  readonly asked: readonly { readonly id: string; readonly name: string; readonly headName: string }[];
}

/** Classes in which a colleague asks for help: nothing of them is seen before. */
export function AskedToHelp({ asked }: AskedToHelpProps) {
  const { outcome, store, isPending } = useStoredAtOnce(answerAsked);
  return (
    <ul className="mb-4 space-y-3">
      {asked.map(({ id, name, headName }) => (
        <li key={id} className="flex flex-wrap items-center gap-3 border-l-4 border-cool pl-3">
          <p>
            {headName} asks you to teach <strong>{name}</strong> together.
          </p>
          <Button disabled={isPending} onClick={() => void store(id, true)}>
            Yes<span className="sr-only">, teach {name} together</span>
          </Button>
          <Button weight="quiet" disabled={isPending} onClick={() => void store(id, false)}>
            No<span className="sr-only">, not {name}</span>
          </Button>
        </li>
      ))}
      {outcome}
    </ul>
  );
}

export function NewStudentForm({ classId }: { readonly classId: string }) {
  return (
    <ActionForm action={takeIn.bind(null, classId)} className="space-y-4">
      <Field label="Name" name="name" maxLength={60} autoComplete="off" required />
      <Field
        label="User name"
        name="userName"
        maxLength={30}
        autoComplete="off"
        autoCapitalize="none"
        required
        hint="Letters a–z and digits."
      />
      <Field
        label="PIN or password"
        name="pin"
        minLength={6}
        maxLength={60}
        autoComplete="off"
        required
        hint="Six digits, or a password of at least 8 characters."
      />
      <Choice label="Plays" name="instrument" required hint="The student gets the part for it.">
        <Options of={INSTRUMENTS} />
      </Choice>
      <FormOutcome />
      <SubmitButton weight="main" className="w-full">
        Take into the class
      </SubmitButton>
    </ActionForm>
  );
}

/** What a student plays; a change is stored at once. */
export function InstrumentChoice({
  classId,
  student,
}: {
  readonly classId: string;
  readonly student: { readonly id: string; readonly name: string; readonly instrument: string | null };
}) {
  const { outcome, store } = useStoredAtOnce(changePart);
  return (
    <>
      <select
        aria-label={`${student.name} plays`}
        defaultValue={student.instrument ?? ''}
        onChange={(event) => void store(classId, student.id, event.currentTarget.value)}
        className="min-h-11 w-full rounded-md border-2 border-rule bg-paper px-2"
      >
        {student.instrument === null && <option value="">not said</option>}
        <Options of={INSTRUMENTS} />
      </select>
      {outcome}
    </>
  );
}

const SAYINGS: Readonly<Record<Vocabulary, string>> = {
  us: 'quarter, half, measure',
  uk: 'crotchet, minim, bar',
};

interface VocabularyChoiceProps {
  readonly classId: string;
  readonly vocabulary: Vocabulary;
}

/** How the class names note values; a change is stored at once. */
export const VocabularyChoice = ({ classId, vocabulary }: VocabularyChoiceProps) => (
  <StoredChoice
    label="This class says"
    value={vocabulary}
    values={VOCABULARIES}
    nameOf={(one) => SAYINGS[one]}
    action={changeWords.bind(null, classId)}
  />
);

/** What the students practise on a day; a change is stored at once. */
export function DailyMinutes({ classId, minutes }: { readonly classId: string; readonly minutes: number }) {
  const { outcome, store } = useStoredAtOnce(changeMinutes);
  return (
    <>
      <Field
        label="Minutes of practice a day"
        type="number"
        min={5}
        max={240}
        defaultValue={minutes}
        hint="When more is given out, Mevlo says so."
        onBlur={(event) => void store(classId, event.currentTarget.value)}
      />
      {outcome}
    </>
  );
}
