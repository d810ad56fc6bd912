'use client';
import { CircleStop, Volume2 } from 'lucide-react';
import { useState } from 'react';
import { modelAlone } from '@/browser/model-alone';
import type { Line } from '@/core/notation';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { useMixer } from './use-mixer';
import { usePlayback } from './use-playback';

interface ListenProps {
  /** Asked when the button is pressed: what is being written changes. */
  readonly getLine: () => Line;
  readonly bpm: number;
}

/** Plays a line as it is written, and stops. */
export function Listen({ getLine, bpm }: ListenProps) {
  const [isPlaying, setPlaying] = useState(false);
  const { getMixer } = useMixer();
  const { play, stop, problem } = usePlayback(getMixer, () => undefined);
  const press = () => {
    if (isPlaying) {
      stop();
      return setPlaying(false);
    }
    setPlaying(true);
    void play(modelAlone(getLine(), bpm), () => setPlaying(false)).then(
      (begun) => !begun && setPlaying(false),
    );
  };
  const Icon = isPlaying ? CircleStop : Volume2;
  return (
    <>
      <Button onClick={press}>
        <Icon aria-hidden className="size-5" /> {isPlaying ? 'Stop' : 'Listen'}
      </Button>
      {problem && <Notice kind="problem">{problem}</Notice>}
    </>
  );
}

/** The same for a line that stays as it is. */
export function ListenTo({ line, bpm }: { readonly line: Line; readonly bpm: number }) {
  return <Listen getLine={() => line} bpm={bpm} />;
}
