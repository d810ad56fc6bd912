'use client';
import { type ReactNode, useEffect, useRef } from 'react';

interface ArrivalProps {
  /** What a reader says when it is there: the first thing to know. */
  readonly says: string;
  readonly children: ReactNode;
}

/** What comes after playing: it is in sight at once, and has the keyboard's and the reader's attention. */
export function Arrival({ says, children }: ArrivalProps) {
  const region = useRef<HTMLElement>(null);
  useEffect(() => {
    region.current?.focus({ preventScroll: true });
    region.current?.scrollIntoView({ block: 'start' });
  }, []);
  return (
    <section ref={region} tabIndex={-1} aria-label={says} className="scroll-mt-2 space-y-4 outline-none">
      {children}
    </section>
  );
}
