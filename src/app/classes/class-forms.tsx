'use client';
import { useActionState } from 'react';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { makeClass, takeIn } from './actions';

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
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      {state.done && <Notice kind="news">{state.done}</Notice>}
      <Button type="submit" weight="main" disabled={isPending} className="w-full">
        Take into the class
      </Button>
    </form>
  );
}
