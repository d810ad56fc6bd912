'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Mixer } from '@/browser/mixer';
import { Passage, type PassageMoment, type PassageWish } from '@/browser/passage';
import { reportProblem } from '@/browser/report-problem';

/** Plays a passage that is not recorded. @param onMoment called on every frame while it plays. */
export function usePlayback(getMixer: () => Mixer, onMoment: (moment: PassageMoment) => void) {
  const passage = useRef<Passage | undefined>(undefined);
  const [problem, setProblem] = useState<string>();
  const report = useRef(onMoment);
  report.current = onMoment;
  /** Counts starts, so that one that was stopped while its sounds were made does not begin after all. */
  const starts = useRef(0);

  const stop = useCallback(() => {
    starts.current++;
    passage.current?.stop();
    passage.current = undefined;
  }, []);
  useEffect(() => stop, [stop]);

  /** @param onEnd called when it is over by itself. */
  const play = useCallback(
    async (wish: PassageWish, onEnd: () => void = () => {}) => {
      stop();
      const start = starts.current;
      setProblem(undefined);
      try {
        const begun = await Passage.start(getMixer(), wish);
        if (starts.current !== start) {
          begun.stop();
          return undefined;
        }
        passage.current = begun;
        const follow = () => {
          if (passage.current !== begun) return;
          const moment = begun.moment();
          report.current(moment);
          if (moment.phase === 'over') {
            stop();
            onEnd();
          } else requestAnimationFrame(follow);
        };
        follow();
        return begun;
      } catch (error) {
        reportProblem(error, 'sounds of a passage');
        if (starts.current === start)
          setProblem('The sounds could not be loaded. Go online once, or play with the click alone.');
        return undefined;
      }
    },
    [getMixer, stop],
  );
  return { problem, play, stop };
}
