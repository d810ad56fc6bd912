'use client';
import { useEffect, useState } from 'react';

/** The maker, the teacher and a doctor have the last word. */
const PAIN = 'Stop when something hurts, and tell somebody; if it stays, your teacher or a doctor.';

interface Cautioned {
  /** Of the instrument; undefined where nobody knows what is played. */
  readonly caution: string | undefined;
}

/** Short, usual cautions for the instrument that the part is for. */
export function Cautions({ caution }: Cautioned) {
  return (
    <details className="text-base text-faint">
      <summary className="min-h-8 cursor-pointer">Take care</summary>
      <p className="mt-1 max-w-prose">
        {caution} {PAIN} With headphones the click stays out of the recording: keep it no louder than you
        need.
      </p>
    </details>
  );
}

/** What comes after playing, said openly. */
export function AfterPlaying({ caution }: Cautioned) {
  return (
    <p className="max-w-prose text-base text-faint">
      Finished for today? {caution} {PAIN}
    </p>
  );
}

/** Lips, hands and ears want a rest from time to time. Common practice. */
const REST_AFTER_MINUTES = 25;

/** Says after a while at the stand that a rest is due. */
export function RestReminder() {
  const [isDue, setDue] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setDue(true), REST_AFTER_MINUTES * 60_000);
    return () => clearTimeout(timer);
  }, []);
  if (!isDue) return null;
  return (
    <p role="status" className="border-l-8 border-cool bg-cool-wash px-4 py-3">
      You have been at the stand for {REST_AFTER_MINUTES} minutes. Put the instrument down for a while,
      stretch, drink something, and rest your ears.
    </p>
  );
}
