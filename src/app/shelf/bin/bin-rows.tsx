'use client';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { useStoredAtOnce } from '@/ui/form';
import { NamedList } from '@/ui/named-list';
import { bringOut, deleteIt, giveOutAgain } from './actions';
import type { Binnable } from './what-is-in';

interface Row {
  readonly id: string;
  readonly name: string;
  /** Where it was, and since when it lies here. */
  readonly note: string;
}

interface RowsProps {
  readonly name: string;
  readonly rows: readonly Row[];
}

/** Lines or books in the bin: back to their place, or gone for good by name. What was done is said even when none is left. */
export function BinRows({ thing, name: heading, rows }: RowsProps & { readonly thing: Binnable['thing'] }) {
  const [asked, setAsked] = useState<string>();
  const back = useStoredAtOnce(bringOut);
  const gone = useStoredAtOnce(deleteIt);
  const isBusy = back.isPending || gone.isPending;
  return (
    <>
      <NamedList name={heading} level={2} className="divide-y divide-rule">
        {rows.map(({ id, name, note }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 py-1">
            <strong>{name}</strong>
            <span className="text-faint">{note}</span>
            <Button disabled={isBusy} onClick={() => void back.store({ thing, id })}>
              Bring it back<span className="sr-only">: {name}</span>
            </Button>
            {asked === id ? (
              <Button
                className="border-warm"
                disabled={isBusy}
                onClick={() => void gone.store({ thing, id })}
              >
                Yes, remove “{name}” for good
              </Button>
            ) : (
              <Button weight="quiet" disabled={isBusy} onClick={() => setAsked(id)}>
                Remove it for good<span className="sr-only">: {name}</span>
              </Button>
            )}
          </li>
        ))}
      </NamedList>
      {back.outcome}
      {gone.outcome}
    </>
  );
}

/** What was taken back from classes. */
export function TakenBackRows({ name: heading, rows }: RowsProps) {
  const { outcome, store, isPending } = useStoredAtOnce(giveOutAgain);
  return (
    <>
      <NamedList name={heading} level={2} className="divide-y divide-rule">
        {rows.map(({ id, name, note }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 py-1">
            <strong>{name}</strong>
            <span className="text-faint">{note}</span>
            <Button disabled={isPending} onClick={() => void store(id)}>
              Give it out again<span className="sr-only">: {name}</span>
            </Button>
          </li>
        ))}
      </NamedList>
      {outcome}
    </>
  );
}
