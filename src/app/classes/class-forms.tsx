'use client';
import { useActionState, useState } from 'react';
import { INSTRUMENTS } from '@/core/instruments';
import type { Vocabulary } from '@/core/time';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { changeMinutes, changePart, changeWords, makeClass, takeIn } from './actions';

export function NewClassForm() {
  const [state, submit, isPending] = useActionState(makeClass, {});
  return (
    <form action={submit} className="space-y-4">
      <Field label="Name of the class" name="name" maxLength={60} required />
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      <Button type="submit" weight="main" disabled={isPending} className="w-full">
        Make the class
      </Button>
    </form>
  );
}

export function NewStudentForm({ classId }: { readonly classId: string }) {
  const [state, submit, isPending] = useActionState(takeIn.bind(null, classId), {});
  return (
    <form action={submit} className="space-y-4">
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
        minLength={4}
        maxLength={60}
        autoComplete="off"
        required
        hint="At least 4 characters."
      />
      <Choice label="Plays" name="instrument" required hint="The student gets the part for it.">
        {INSTRUMENTS.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      {state.done && <Notice kind="news">{state.done}</Notice>}
      <Button type="submit" weight="main" disabled={isPending} className="w-full">
        Take into the class
      </Button>
    </form>
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
  const [problem, setProblem] = useState<string>();
  return (
    <>
      <select
        aria-label={`${student.name} plays`}
        defaultValue={student.instrument ?? ''}
        onChange={async (event) =>
          setProblem(await changePart(classId, student.id, event.currentTarget.value))
        }
        className="min-h-11 w-full rounded-md border-2 border-rule bg-paper px-2"
      >
        {student.instrument === null && <option value="">not said</option>}
        {INSTRUMENTS.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
      {problem && <Notice kind="problem">{problem}</Notice>}
    </>
  );
}

/** How the class names note values; a change is stored at once. */
export function VocabularyChoice({
  classId,
  vocabulary,
}: {
  readonly classId: string;
  readonly vocabulary: Vocabulary;
}) {
  const [problem, setProblem] = useState<string>();
  return (
    <>
      <Choice
        label="This class says"
        defaultValue={vocabulary}
        onChange={async (event) => setProblem(await changeWords(classId, event.currentTarget.value))}
      >
        <option value="us">quarter, half, measure</option>
        <option value="uk">crotchet, minim, bar</option>
      </Choice>
      {problem && <Notice kind="problem">{problem}</Notice>}
    </>
  );
}

/** What the students practise on a day; a change is stored at once. */
export function DailyMinutes({ classId, minutes }: { readonly classId: string; readonly minutes: number }) {
  const [problem, setProblem] = useState<string>();
  return (
    <>
      <Field
        label="Minutes of practice a day"
        type="number"
        min={5}
        max={240}
        defaultValue={minutes}
        hint="When more is given out, Mevlo says so."
        onBlur={async (event) => setProblem(await changeMinutes(classId, event.currentTarget.value))}
      />
      {problem && <Notice kind="problem">{problem}</Notice>}
    </>
  );
}
