'use client';
import { Choice, Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { Options } from '@/ui/options';
import { placeLine, takeOffShelf } from './actions';

interface FactsFormProps {
  readonly lineId: string;
  readonly facts: {
    readonly number: number;
    readonly page: number | null;
    readonly level: number | null;
    readonly token: string | null;
    readonly bookId: string;
  };
  /** Into which it may go. */
  readonly books: readonly { readonly id: string; readonly title: string }[];
  /** Whether it may be put into the bin. */
  readonly isOwner: boolean;
}

/** Where a line stands in its book, and what it earns. */
export function FactsForm({ lineId, facts, books, isOwner }: FactsFormProps) {
  return (
    <>
      <ActionForm action={placeLine.bind(null, lineId)} className="space-y-4">
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
        {books.length > 1 && (
          <Choice label="Book" name="bookId" defaultValue={facts.bookId}>
            <Options of={books} />
          </Choice>
        )}
        <FormOutcome />
        <SubmitButton className="w-full">Note it</SubmitButton>
      </ActionForm>
      {isOwner && <IntoBinForm lineId={lineId} />}
    </>
  );
}

/** A line nobody was given goes into the bin, from which it can come back. */
export function IntoBinForm({ lineId }: { readonly lineId: string }) {
  return (
    <ActionForm action={takeOffShelf.bind(null, lineId)} className="mt-4 border-t-2 border-rule pt-3">
      <FormOutcome />
      <SubmitButton weight="quiet">Put it into the bin</SubmitButton>
    </ActionForm>
  );
}
