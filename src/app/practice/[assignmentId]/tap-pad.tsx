'use client';
import { Hand, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { TapSession } from '@/browser/tap-session';
import type { Line } from '@/core/notation';
import type { Audio } from '@/core/signal';
import { Button } from '@/ui/button';

interface TapPadProps {
  readonly line: Line;
  readonly bpm: number;
  /** Begins or ends; nothing else may start meanwhile. */
  readonly onGoing: (isGoing: boolean) => void;
  readonly onTapped: (audio: Audio) => void;
}

/** The rhythm tapped on the space key or on a large field of the screen. */
export function TapPad({ line, bpm, onGoing, onTapped }: TapPadProps) {
  const session = useRef<TapSession | undefined>(undefined);
  const [isGoing, setGoing] = useState(false);
  const [taps, setTaps] = useState(0);
  const going = (now: boolean) => {
    setGoing(now);
    onGoing(now);
  };
  useEffect(() => () => session.current?.stop(), []);
  const tap = (timeStamp: number) => {
    session.current?.tap(timeStamp);
    setTaps((count) => count + 1);
  };
  useEffect(() => {
    if (!isGoing) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.code !== 'Space' || event.repeat) return;
      event.preventDefault();
      session.current?.tap(event.timeStamp);
      setTaps((count) => count + 1);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [isGoing]);
  const start = () => {
    setTaps(0);
    session.current = new TapSession(line, bpm, (audio) => {
      session.current = undefined;
      going(false);
      onTapped(audio);
    });
    going(true);
  };
  const stop = () => {
    session.current?.stop();
    session.current = undefined;
    going(false);
  };
  if (!isGoing) {
    return (
      <Button onClick={start} className="min-h-16 px-8 text-xl">
        <Hand aria-hidden className="size-6" /> Tap it
      </Button>
    );
  }
  return (
    <div className="w-full space-y-3">
      <button
        type="button"
        onPointerDown={(event) => tap(event.timeStamp)}
        className="grid h-40 w-full touch-manipulation select-none place-items-center rounded-md border-4 border-ink bg-cool-wash text-2xl font-bold active:bg-ink active:text-paper"
      >
        <span>
          Tap here, or the space key
          <span aria-hidden="true" className="block text-center text-4xl tabular-nums">
            {taps}
          </span>
        </span>
      </button>
      <div className="flex items-center gap-4">
        <Button onClick={stop}>
          <Square aria-hidden className="size-5" /> Stop
        </Button>
        <p role="status">Count in, then tap every note …</p>
      </div>
    </div>
  );
}
