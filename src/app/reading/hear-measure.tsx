'use client';
import { Volume2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { useMixer } from '@/app/_components/sound/use-mixer';
import { usePlayback } from '@/app/_components/sound/use-playback';
import type { Line } from '@/core/notation';
import { AS_WRITTEN } from '@/core/playback';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

/** A measure that sounds at once, and again as often as it is wanted. */
export function HearMeasure({ music, bpm }: { readonly music: Line; readonly bpm: number }) {
  const { getMixer } = useMixer();
  const { play, problem } = usePlayback(getMixer, () => undefined);
  const begin = useRef(() => {});
  begin.current = () =>
    void play({
      ...{ line: music, bpm, countIn: undefined, model: AS_WRITTEN, backing: undefined },
      ...{ click: false, rounds: 1, clickGoesOn: false, turns: 'together' },
    });
  useEffect(() => begin.current(), []);
  return (
    <>
      <Button onClick={() => begin.current()} className="min-h-16 px-6 text-xl">
        <Volume2 aria-hidden className="size-6" /> Once more
      </Button>
      {problem && <Notice kind="problem">{problem}</Notice>}
    </>
  );
}
