'use client';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton, useStoredAtOnce } from '@/ui/form';
import { endShare, intoBin, rename, share } from './actions';

export function RenameBookForm({ bookId, title }: { readonly bookId: string; readonly title: string }) {
  return (
    <ActionForm action={rename.bind(null, bookId)} className="space-y-3">
      <Field label="Title of the book" name="title" defaultValue={title} maxLength={80} required />
      <FormOutcome />
      <SubmitButton>Rename it</SubmitButton>
    </ActionForm>
  );
}

interface SharesProps {
  readonly bookId: string;
  readonly shares: readonly {
    readonly id: string;
    readonly name: string;
    readonly email: string;
    readonly mayEdit: boolean;
  }[];
}

/** Colleagues who have the book on their shelves. */
export function Shares({ bookId, shares }: SharesProps) {
  const { outcome, store, isPending } = useStoredAtOnce(endShare);
  return (
    <div className="space-y-3">
      <ul className="divide-y divide-rule">
        {shares.map(({ id, name, email, mayEdit }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 py-1">
            <strong>{name}</strong>
            <span className="text-faint">
              {email}, {mayEdit ? 'reads and changes it' : 'reads it and gives it out'}
            </span>
            <Button weight="quiet" disabled={isPending} onClick={() => void store(bookId, id)}>
              End<span className="sr-only"> sharing with {name}</span>
            </Button>
          </li>
        ))}
      </ul>
      {outcome}
      <ActionForm action={share.bind(null, bookId)} className="space-y-3">
        <Field label="A colleague’s e-mail" name="email" type="email" autoComplete="off" required />
        <label className="flex min-h-11 items-center gap-2">
          <input type="checkbox" name="mayEdit" className="size-5 accent-cool" />
          May change it, too
        </label>
        <FormOutcome />
        <SubmitButton>Share it</SubmitButton>
      </ActionForm>
    </div>
  );
}

export function LeaveShare({ bookId, viewerId }: { readonly bookId: string; readonly viewerId: string }) {
  const { outcome, store, isPending } = useStoredAtOnce(endShare);
  return (
    <>
      <Button disabled={isPending} onClick={() => void store(bookId, viewerId)}>
        Take it off my shelf
      </Button>
      {outcome}
    </>
  );
}

export function BookIntoBin({ bookId }: { readonly bookId: string }) {
  return (
    <ActionForm action={intoBin.bind(null, bookId)} className="space-y-3">
      <FormOutcome />
      <SubmitButton>Put it into the bin</SubmitButton>
    </ActionForm>
  );
}
