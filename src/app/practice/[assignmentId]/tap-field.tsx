'use client';
import { useEffect, useState } from 'react';

/** A large field of the screen, and the space key, to tap a rhythm on. @param onTap gets the moment by the page's clock. */
export function TapField({ onTap }: { readonly onTap: (timeStamp: number) => void }) {
  const [taps, setTaps] = useState(0);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.code !== 'Space' || event.repeat) return;
      event.preventDefault();
      onTap(event.timeStamp);
      setTaps((count) => count + 1);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [onTap]);
  return (
    <button
      type="button"
      onPointerDown={(event) => {
        onTap(event.timeStamp);
        setTaps((count) => count + 1);
      }}
      className="grid h-40 w-full touch-manipulation select-none place-items-center rounded-md border-4 border-ink bg-cool-wash text-2xl font-bold active:bg-ink active:text-paper"
    >
      <span>
        Tap here, or the space key
        <span aria-hidden="true" className="block text-center text-4xl tabular-nums">
          {taps}
        </span>
      </span>
    </button>
  );
}
