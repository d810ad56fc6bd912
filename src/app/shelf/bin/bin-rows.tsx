'use client';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { useStoredAtOnce } from '@/ui/form';
import { bringOut, deleteIt, giveOutAgain } from './actions';
import type { Binnable } from './what-is-in';

interface Row {
  readonly id: string;
  readonly name: string;
  /** Where it was, and since when it lies here. */
  readonly note: string;
}

/** Lines or books in the bin: back to their place, or gone for good by name. */
export function BinRows({
  thing,
  rows,
}: {
  readonly thing: Binnable['thing'];
  readonly rows: readonly Row[];
}) {
  const [asked, setAsked] = useState<string>();
  const back = useStoredAtOnce(bringOut);
  const gone = useStoredAtOnce(deleteIt);
  const isBusy = back.isPending || gone.isPending;
  return (
    <>
      <ul className="divide-y divide-rule">
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
      </ul>
      {back.outcome}
      {gone.outcome}
    </>
  );
}

/** What was taken back from classes. */
export function TakenBackRows({ rows }: { readonly rows: readonly Row[] }) {
  const { outcome, store, isPending } = useStoredAtOnce(giveOutAgain);
  return (
    <>
      <ul className="divide-y divide-rule">
        {rows.map(({ id, name, note }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 py-1">
            <strong>{name}</strong>
            <span className="text-faint">{note}</span>
            <Button disabled={isPending} onClick={() => void store(id)}>
              Give it out again<span className="sr-only">: {name}</span>
            </Button>
          </li>
        ))}
      </ul>
      {outcome}
    </>
  );
}
