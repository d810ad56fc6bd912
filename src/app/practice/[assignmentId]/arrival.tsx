'use client';
import { type ReactNode, useEffect, useRef } from 'react';

/** What comes after playing: it is in sight at once, and has the keyboard's and the reader's attention. */
export function Arrival({ children }: { readonly children: ReactNode }) {
  const region = useRef<HTMLElement>(null);
  useEffect(() => {
    region.current?.focus({ preventScroll: true });
    region.current?.scrollIntoView({ block: 'start' });
  }, []);
  return (
    <section
      ref={region}
      tabIndex={-1}
      aria-label="What you played"
      className="scroll-mt-2 space-y-4 outline-none"
    >
      {children}
    </section>
  );
}
