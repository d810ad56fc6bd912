'use client';
import { useActionState } from 'react';
import { INSTRUMENTS } from '@/core/instruments';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { makeBook, sayWhatsNew, startWriting } from './actions';

interface Book {
  readonly id: string;
  readonly title: string;
}

/** Starts an empty line and opens the writing desk. */
export function NewLineForm({ books }: { readonly books: readonly Book[] }) {
  const [state, submit, isPending] = useActionState(startWriting, {});
  return (
    <form action={submit} className="space-y-4">
      <Field label="Title" name="title" maxLength={120} required autoComplete="off" />
      <Choice label="For" name="instrument" required>
        {INSTRUMENTS.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      {books.length > 1 && (
        <Choice label="Book" name="bookId">
          {books.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </Choice>
      )}
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      <Button type="submit" weight="main" disabled={isPending} className="w-full">
        Write it
      </Button>
    </form>
  );
}

export function NewBookForm() {
  const [state, submit, isPending] = useActionState(makeBook, {});
  return (
    <form action={submit} className="space-y-4">
      <Field label="Title of the book" name="title" maxLength={80} required autoComplete="off" />
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      {state.done && <Notice kind="news">{state.done}</Notice>}
      <Button type="submit" disabled={isPending} className="w-full">
        Put it on the shelf
      </Button>
    </form>
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
  const [state, submit, isPending] = useActionState(sayWhatsNew.bind(null, bookId), {});
  return (
    <form action={submit} className="flex flex-wrap items-end gap-3">
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
      <Button type="submit" disabled={isPending}>
        Note it
      </Button>
      {(state.problem ?? state.done) && (
        <Notice kind={state.problem ? 'problem' : 'news'}>{state.problem ?? state.done}</Notice>
      )}
    </form>
  );
}
