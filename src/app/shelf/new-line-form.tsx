'use client';
import { INSTRUMENTS } from '@/core/instruments';
import { Choice, Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { Options } from '@/ui/options';
import { makeBook, sayWhatsNew, startWriting } from './actions';

interface Book {
  readonly id: string;
  readonly title: string;
}

/** Starts an empty line and opens the writing desk. */
export function NewLineForm({ books }: { readonly books: readonly Book[] }) {
  return (
    <ActionForm action={startWriting} className="space-y-4">
      <Field label="Title" name="title" maxLength={120} required autoComplete="off" />
      <Choice label="For" name="instrument" required>
        <Options of={INSTRUMENTS} />
      </Choice>
      {books.length > 1 && (
        <Choice label="Book" name="bookId">
          <Options of={books} />
        </Choice>
      )}
      <FormOutcome />
      <SubmitButton weight="main" className="w-full">
        Write it
      </SubmitButton>
    </ActionForm>
  );
}

export function NewBookForm() {
  return (
    <ActionForm action={makeBook} className="space-y-4">
      <Field label="Title of the book" name="title" maxLength={80} required autoComplete="off" />
      <FormOutcome />
      <SubmitButton className="w-full">Put it on the shelf</SubmitButton>
    </ActionForm>
  );
}

/** What is new on a page of a book. */
export function PageNewsForm({
  bookId,
  page,
  whatsNew,
}: {
  readonly bookId: string;
  readonly page: number;
  readonly whatsNew: string;
}) {
  return (
    <ActionForm action={sayWhatsNew.bind(null, bookId)} className="flex flex-wrap items-end gap-3">
      <input type="hidden" name="page" value={page} />
      <div className="min-w-60 flex-1">
        <Field
          label={`What is new on page ${page}`}
          name="whatsNew"
          defaultValue={whatsNew}
          maxLength={200}
          autoComplete="off"
        />
      </div>
      <SubmitButton>Note it</SubmitButton>
      <FormOutcome />
    </ActionForm>
  );
}
