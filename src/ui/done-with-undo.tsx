'use client';
import { Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from './button';
import { type FormState, useStoredAtOnce } from './form';

interface DoneWithUndoProps<Args extends readonly unknown[]> {
  /** What was done, in words. */
  readonly children: ReactNode;
  /** What the button says. */
  readonly label: string;
  readonly action: (...args: Args) => Promise<FormState>;
  readonly args: Args;
}

/** What was done just now: a slip is taken back with one touch. */
export function DoneWithUndo<Args extends readonly unknown[]>({
  children,
  label,
  action,
  args,
}: DoneWithUndoProps<Args>) {
  const { outcome, store, isPending, isDone } = useStoredAtOnce(action);
  return (
    <div
      role="status"
      className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1 border-l-4 border-cool bg-cool-wash px-3"
    >
      {!isDone && (
        <>
          <p>{children}</p>
          <Button weight="quiet" disabled={isPending} onClick={() => void store(...args)}>
            <Undo2 aria-hidden className="size-5" /> {label}
          </Button>
        </>
      )}
      {outcome}
    </div>
  );
}
