'use client';
import { useRouter } from 'next/navigation';
import { startTransition, useEffect, useRef, useState, useTransition } from 'react';

interface Waiting {
  /** How long to wait between two questions. */
  readonly everyMs: number;
  /** After this it takes longer than usual, and nobody need sit and watch. */
  readonly patienceMs: number;
  /** Whether the page is worth asking for; a question that failed is asked again. */
  readonly isReady?: () => Promise<boolean>;
}

/**
 * Brings the page's data again and again until whoever uses this has gone from it.
 * A next question waits for the answer to the last: asking anew throws away an answer that is on its way.
 * @returns whether it takes longer than usual.
 */
export function useWhatComes({ everyMs, patienceMs, isReady = async () => true }: Waiting): boolean {
  const router = useRouter();
  const [isSlow, setSlow] = useState(false);
  const [isAsking, startAsking] = useTransition();
  const ready = useRef(isReady);
  ready.current = isReady;
  useEffect(() => {
    if (isAsking) return;
    const ask = async () => {
      if (await ready.current()) startTransition(() => router.refresh());
    };
    const timer = setTimeout(() => startAsking(ask), everyMs);
    return () => clearTimeout(timer);
  }, [isAsking, router, everyMs]);
  useEffect(() => {
    const timer = setTimeout(() => setSlow(true), patienceMs);
    return () => clearTimeout(timer);
  }, [patienceMs]);
  return isSlow;
}
