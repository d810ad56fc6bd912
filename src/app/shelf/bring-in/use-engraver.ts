'use client';
import { useCallback, useEffect, useRef } from 'react';
import { QueuedEngraver } from '@/browser/queued-engraver';

/** One engraver for as long as the page is there; started when the first drawing is wanted. */
export function useEngraver(): () => QueuedEngraver {
  const engraver = useRef<QueuedEngraver>(undefined);
  useEffect(
    () => () => {
      engraver.current?.end();
      engraver.current = undefined;
    },
    [],
  );
  return useCallback(() => {
    engraver.current ??= new QueuedEngraver();
    return engraver.current;
  }, []);
}
