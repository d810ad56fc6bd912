'use client';
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import { useMixer } from '@/app/_components/sound/use-mixer';
import { usePlayback } from '@/app/_components/sound/use-playback';
import { modelAlone } from '@/browser/model-alone';
import type { MeasureVerdict, Verdict } from '@/core/judging';
import type { Line } from '@/core/notation';
import { lineOfLoop } from '@/core/practice';
import { PREROLL_SECONDS, type TakeHandle } from '@/ui/music/checked-line';
import { type Deed, type HearingEvent, type HearingState, reduceHearing, SILENT } from './hearing-machine';

interface HearingPlayers {
  readonly line: Line;
  readonly verdict: Verdict;
  readonly take: RefObject<TakeHandle | null>;
  /** Of an earlier take; undefined without one. */
  readonly earlierMeasures: readonly MeasureVerdict[] | undefined;
}

/** The take, the model and an earlier take, of which one sounds at a time. */
export function useHearing({ line, verdict, take, earlierMeasures }: HearingPlayers) {
  const { getMixer } = useMixer();
  const { play, stop, problem } = usePlayback(getMixer, () => undefined);
  const earlier = useRef<HTMLAudioElement>(null);
  const now = useRef<HearingState>(SILENT);
  const [state, setState] = useState(SILENT);

  const act = useCallback((event: HearingEvent, measure?: number) => {
    const next = reduceHearing(now.current, event);
    now.current = next.state;
    setState(next.state);
    for (const deed of next.deeds) perform.current(deed, measure);
  }, []);
  const measureNow = () => take.current?.measureNow() ?? 0;
  const playModel = (measure: number) => {
    const fromIndex = verdict.measures[measure]?.printedIndex ?? 0;
    const toIndex = line.part.measures.length;
    const ended = () => act({ kind: 'ended', source: 'model' });
    const { line: onward } = lineOfLoop(line, { fromIndex, toIndex, withNoteBefore: false });
    const bpm = Math.round(verdict.tempo.playedBpm ?? verdict.tempo.askedBpm);
    void play(modelAlone(onward, bpm), ended).then((begun) => !begun && ended());
  };
  const playEarlier = (measure: number) => {
    if (!earlier.current) return;
    const start = earlierMeasures?.[measure]?.startSeconds ?? 0;
    earlier.current.currentTime = Math.max(0, start - PREROLL_SECONDS);
    // A browser that wants a touch first refuses: the key is there for it.
    earlier.current.play().catch(() => act({ kind: 'ended', source: 'earlier' }));
  };
  const perform = useRef((_deed: Deed, _measure?: number) => {});
  perform.current = (deed, measure) => {
    if (deed.kind === 'take-speed') {
      take.current?.setSpeed(deed.speed);
      if (earlier.current) earlier.current.defaultPlaybackRate = earlier.current.playbackRate = deed.speed;
      return;
    }
    switch (deed.source) {
      case 'take':
        if (deed.kind === 'pause') take.current?.pause();
        else if (measure === undefined) take.current?.play();
        else take.current?.playFrom(measure);
        return;
      case 'model':
        return deed.kind === 'pause' ? stop() : playModel(measureNow());
      case 'earlier':
        return deed.kind === 'pause' ? earlier.current?.pause() : playEarlier(measureNow());
    }
  };
  useEffect(() => () => stop(), [stop]);
  return { state, act, problem, earlier, measureNow };
}
