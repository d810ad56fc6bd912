'use client';
import { Check, Play, Square } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { ClickThrough } from '@/browser/click-through';
import type { Line } from '@/core/notation';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { sayDone } from './actions';

interface OwnWordProps {
  readonly assignmentId: string;
  readonly stageId: string;
  readonly line: Line;
  readonly bpm: number;
  readonly maySay: boolean;
}

/** A step that cannot be heard: it is done with the click, and the student says whether it went well. */
export function OwnWord({ assignmentId, stageId, line, bpm, maySay }: OwnWordProps) {
  const router = useRouter();
  const clicks = useRef<ClickThrough | undefined>(undefined);
  const [state, setState] = useState<'ready' | 'going' | 'through'>('ready');
  const [problem, setProblem] = useState<string>();
  const stop = () => {
    clicks.current?.stop();
    clicks.current = undefined;
  };
  useEffect(() => () => clicks.current?.stop(), []);
  const start = () => {
    stop();
    setState('going');
    clicks.current = new ClickThrough(line, bpm, () => {
      stop();
      setState('through');
    });
  };
  const say = async () => {
    const wrong = await sayDone(assignmentId, stageId);
    setProblem(wrong);
    if (wrong) return;
    setState('ready');
    router.replace(`/practice/${assignmentId}`);
    router.refresh();
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      {state === 'going' ? (
        <Button
          weight="main"
          onClick={() => {
            stop();
            setState('ready');
          }}
          className="min-h-16 px-8 text-xl"
        >
          <Square aria-hidden className="size-6" /> Stop
        </Button>
      ) : (
        <Button
          weight={state === 'ready' ? 'main' : 'plain'}
          onClick={start}
          className="min-h-16 px-8 text-xl"
        >
          <Play aria-hidden className="size-6" /> {state === 'ready' ? 'Start the click' : 'Once more'}
        </Button>
      )}
      {state === 'through' && maySay && (
        <Button weight="main" onClick={() => void say()} className="min-h-16 px-8 text-xl">
          <Check aria-hidden className="size-6" /> It went well
        </Button>
      )}
      {state === 'going' && (
        <p role="status" className="text-lg">
          Count in, then do it to the end …
        </p>
      )}
      {problem && <Notice kind="problem">{problem}</Notice>}
    </div>
  );
}
