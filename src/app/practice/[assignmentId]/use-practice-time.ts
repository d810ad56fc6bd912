import { useEffect, useRef } from 'react';
import { type Practised, usePracticeNotes } from '@/app/_components/device/practice-time';
import type { StandState } from './stand-machine';

/** Nobody plays one passage for longer; a page that is left alone does. */
const LONGEST_SECONDS = 15 * 60;

/** Whether the student plays, or does what the step asks for. Listening alone is not practising. */
const isDoing = (kind: StandState['kind']) =>
  kind === 'looping' || kind === 'going-through' || kind === 'tapping';

/**
 * Measures how long somebody practises at the stand, for the practice book: from playing, not from the page being open. A take counts once
 * something of it was heard; one that was broken off does not. The coach measures its own.
 */
export function usePracticeTime(state: StandState, isCoached: boolean, what: Practised): void {
  const { add } = usePracticeNotes();
  const latest = useRef(what);
  latest.current = what;
  const began = useRef<number>(undefined);
  const recorded = useRef<number>(undefined);
  const { kind } = state;

  useEffect(() => {
    if (isCoached || !isDoing(kind)) return;
    let start = performance.now();
    const mine = latest.current;
    const addSoFar = () => {
      add(secondsSince(start), mine);
      start = performance.now();
    };
    // Whoever closes the page in the middle has practised, too.
    const onHidden = () => document.visibilityState === 'hidden' && addSoFar();
    document.addEventListener('visibilitychange', onHidden);
    return () => {
      document.removeEventListener('visibilitychange', onHidden);
      addSoFar();
    };
  }, [kind, isCoached, add]);

  useEffect(() => {
    if (isCoached) return;
    switch (kind) {
      case 'recording':
        began.current = performance.now();
        return;
      case 'checking':
        recorded.current = began.current === undefined ? undefined : secondsSince(began.current);
        began.current = undefined;
        return;
      case 'rating':
      case 'verdict':
        if (recorded.current !== undefined) add(recorded.current, latest.current);
    }
    began.current = undefined;
    recorded.current = undefined;
  }, [kind, isCoached, add]);
}

const secondsSince = (start: number) => Math.min(LONGEST_SECONDS, (performance.now() - start) / 1000);
