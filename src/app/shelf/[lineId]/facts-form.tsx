'use client';
import { useActionState } from 'react';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { placeLine, takeOffShelf } from './actions';

interface FactsFormProps {
  readonly lineId: string;
  readonly facts: {
    readonly number: number;
    readonly page: number | null;
    readonly level: number | null;
    readonly token: string | null;
  };
}

/** Where a line stands in its book, and what it earns. */
export function FactsForm({ lineId, facts }: FactsFormProps) {
  const [state, submit, isPending] = useActionState(placeLine.bind(null, lineId), {});
  const [removal, remove, isRemoving] = useActionState(takeOffShelf.bind(null, lineId), {});
  return (
    <>
      <form action={submit} className="space-y-4">
        <div className="grid grid-cols-3 gap-3">
          <Field
            label="Line"
            name="number"
            type="number"
            min={1}
            max={9999}
            defaultValue={facts.number}
            required
          />
          <Field label="Page" name="page" type="number" min={1} max={999} defaultValue={facts.page ?? ''} />
          <Field label="Level" name="level" type="number" min={1} max={9} defaultValue={facts.level ?? ''} />
        </div>
        <Field
          label="Token for it"
          name="token"
          maxLength={30}
          defaultValue={facts.token ?? ''}
          autoComplete="off"
          hint="What a student earns, for instance a blue bead."
        />
        {state.problem && <Notice kind="problem">{state.problem}</Notice>}
        {state.done && <Notice kind="news">{state.done}</Notice>}
        <Button type="submit" disabled={isPending} className="w-full">
          Note it
        </Button>
      </form>
      <form action={remove} className="mt-4 border-t-2 border-rule pt-3">
        {removal.problem && <Notice kind="problem">{removal.problem}</Notice>}
        <Button type="submit" weight="quiet" disabled={isRemoving}>
          Take it off the shelf
        </Button>
      </form>
    </>
  );
}
