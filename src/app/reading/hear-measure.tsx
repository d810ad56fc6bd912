'use client';
import { Volume2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { useMixer } from '@/app/_components/sound/use-mixer';
import { usePlayback } from '@/app/_components/sound/use-playback';
import { modelAlone } from '@/browser/model-alone';
import type { Line } from '@/core/notation';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

/** A measure that sounds at once, and again as often as it is wanted. */
export function HearMeasure({ music, bpm }: { readonly music: Line; readonly bpm: number }) {
  const { getMixer } = useMixer();
  const { play, problem } = usePlayback(getMixer, () => undefined);
  const begin = useRef(() => {});
  begin.current = () => void play(modelAlone(music, bpm));
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
