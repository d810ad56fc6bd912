'use client';
import { type RefObject, useRef, useState } from 'react';
import type { PassageMoment } from '@/browser/passage';
import type { CountInStyle } from '@/core/counting';
import type { Line } from '@/core/notation';
import { AS_WRITTEN } from '@/core/playback';
import type { Engraving } from '@/engraving/engraving';
import type { PlayheadHandle } from '@/ui/music/engraved-line';
import { type Anchor, anchorsAsWritten, litAt, placeAt } from '@/ui/music/places';
import type { BeatsHandle } from './beats';
import { useMixer } from './use-mixer';
import { usePlayback } from './use-playback';

/** How a line is gone through. */
export interface WayThrough {
  /** Whether the model sounds; else the click alone. */
  readonly hasModel: boolean;
  readonly rounds: number;
  readonly turns: 'together' | 'mine-then-yours';
}

interface LinePlayerOptions {
  readonly line: Line;
  readonly engraving: Engraving;
  readonly countIn: CountInStyle | undefined;
}

interface LinePlayer {
  readonly playhead: RefObject<PlayheadHandle | null>;
  readonly beats: RefObject<BeatsHandle | null>;
  readonly isPlaying: boolean;
  /** From 0. */
  readonly round: number;
  readonly phase: PassageMoment['phase'];
  readonly problem: string | undefined;
  /** @param onEnd called when it is over by itself. */
  readonly play: (way: WayThrough, bpm: number, onEnd?: () => void) => void;
  readonly stop: () => void;
}

/** Plays a line for whoever listens, with the playhead over its drawing; nothing is recorded. */
export function useLinePlayer({ line, engraving, countIn }: LinePlayerOptions): LinePlayer {
  const playhead = useRef<PlayheadHandle>(null);
  const beats = useRef<BeatsHandle>(null);
  const anchors = useRef<readonly Anchor[]>([]);
  const [isPlaying, setPlaying] = useState(false);
  const [at, setAt] = useState<{ readonly round: number; readonly phase: PassageMoment['phase'] }>({
    round: 0,
    phase: 'before',
  });
  const { getMixer } = useMixer();
  const playback = usePlayback(getMixer, ({ phase, round, lineSeconds, click, share }) => {
    const isCounting = phase === 'before' || phase === 'count-in';
    beats.current?.show(click, share, isCounting);
    playhead.current?.show(
      isCounting ? anchors.current[0] : placeAt(anchors.current, lineSeconds),
      isCounting ? undefined : litAt(anchors.current, lineSeconds),
    );
    setAt((before) => (before.round === round && before.phase === phase ? before : { round, phase }));
  });
  const ended = () => {
    setPlaying(false);
    playhead.current?.show(undefined);
    beats.current?.show(undefined, 1, true);
  };
  return {
    playhead,
    beats,
    isPlaying,
    ...at,
    problem: playback.problem,
    play: ({ hasModel, rounds, turns }, bpm, onEnd) => {
      anchors.current = anchorsAsWritten(engraving, line, bpm);
      setPlaying(true);
      const wish = {
        ...{ line, bpm, countIn, rounds, turns },
        model: hasModel ? AS_WRITTEN : undefined,
        backing: undefined,
        click: true,
        clickGoesOn: false,
      };
      void playback
        .play(wish, () => {
          ended();
          onEnd?.();
        })
        .then((begun) => !begun && ended());
    },
    stop: () => {
      playback.stop();
      ended();
    },
  };
}
