'use client';
import type { ReactNode } from 'react';
import { type FormState, useStoredAtOnce } from './form';
import { WayBack, WayBackBar } from './way-back';

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
    <WayBackBar>
      {!isDone && (
        <WayBack label={label} isPending={isPending} onBack={() => void store(...args)}>
          {children}
        </WayBack>
      )}
      {outcome}
    </WayBackBar>
  );
}
