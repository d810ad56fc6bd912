'use client';
import type { ReactNode } from 'react';
import { Notice } from '@/ui/notice';
import { useWhatComes } from './use-what-comes';

/** A drawing takes a few tenths of a second once the worker has come to it. */
const ASK_AGAIN = { everyMs: 400, patienceMs: 20_000 };

/** Stands where a drawing will be, and brings it when the worker has made it. @param children how far it is. */
export function DrawingComes({ children }: { readonly children?: ReactNode }) {
  const isSlow = useWhatComes(ASK_AGAIN);
  return (
    <Notice kind="news">
      <p>
        {isSlow
          ? 'Drawing the line takes longer than usual. It comes by itself; you can go on elsewhere.'
          : 'The line is being drawn …'}
      </p>
      {children}
    </Notice>
  );
}
