'use client';
import { CircleStop, Mic } from 'lucide-react';
import { useRef, useState } from 'react';
import { Beats, type BeatsHandle } from '@/app/_components/sound/beats';
import { useMixer } from '@/app/_components/sound/use-mixer';
import type { StandEvent, Taken } from '@/app/practice/[assignmentId]/stand-machine';
import { useRecording } from '@/app/practice/[assignmentId]/use-recording';
import type { CountInStyle } from '@/core/counting';
import { needsWork } from '@/core/judging';
import type { Line } from '@/core/notation';
import { clicksPerMeasure } from '@/core/time';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

interface ClapQuestionProps {
  /** The measure alone. */
  readonly music: Line;
  readonly bpm: number;
  readonly countIn: CountInStyle;
  /** @param isRight whether every clap came on its beat. */
  readonly onClapped: (isRight: boolean) => void;
  /** Where somebody sleeps next door. */
  readonly onSkip: () => void;
}

/** Nothing of it is kept: it is heard, judged and forgotten. */
const NOWHERE = { assignmentId: '', stage: undefined, title: '' };

type Doing =
  | { readonly kind: 'ready' | 'opens' | 'claps' | 'checks' }
  | { readonly kind: 'problem'; readonly text: string };

/** A measure to be clapped to the click; Mevlo hears whether the rhythm was right. */
export function ClapQuestion({ music, bpm, countIn, onClapped, onSkip }: ClapQuestionProps) {
  const [doing, setDoing] = useState<Doing>({ kind: 'ready' });
  const beats = useRef<BeatsHandle>(null);
  const { getMixer } = useMixer();
  const recording = useRecording({
    dispatch: (event: StandEvent) => setDoing((before) => doingAfter(before, event)),
    getMixer,
    facts: NOWHERE,
    strictness: 'usual',
    getStore: async () => undefined,
    onMoment: ({ phase, click, share }) =>
      beats.current?.show(click, share, phase === 'before' || phase === 'count-in'),
    onNow: () => undefined,
    asksOwnEars: () => false,
  });
  const onTaken = (taken: Taken | undefined) => {
    // Why is said already.
    if (!taken) return;
    const { verdict } = taken.check;
    if (verdict.state !== 'judged')
      return setDoing({
        kind: 'problem',
        text: 'Mevlo did not hear claps. Come a little nearer, and clap it again.',
      });
    onClapped(!verdict.measures.some(needsWork));
  };
  const start = () => {
    const wish = { line: music, bpm, countIn, click: true, backing: undefined, model: undefined };
    void recording.start(wish, { isKept: false, onTaken });
  };
  const { meter } = music.part.measures[0]!;
  return (
    <div className="space-y-3">
      {doing.kind === 'problem' && <Notice kind="problem">{doing.text}</Notice>}
      {doing.kind === 'claps' ? (
        <div className="flex flex-wrap items-center gap-4">
          <Beats count={clicksPerMeasure(meter, countIn.compound)} beats={beats} doing="Clap!" />
          <Button onClick={() => void recording.end()} className="min-h-16 px-6 text-xl">
            <CircleStop aria-hidden className="size-6" /> Stop
          </Button>
        </div>
      ) : (
        <div className="flex flex-wrap items-center gap-3">
          <Button
            weight="main"
            disabled={doing.kind === 'opens' || doing.kind === 'checks'}
            onClick={start}
            className="min-h-16 px-8 text-xl"
          >
            <Mic aria-hidden className="size-6" />{' '}
            {doing.kind === 'checks' ? 'Mevlo is listening …' : 'Clap it'}
          </Button>
          <Button weight="quiet" onClick={onSkip}>
            Not now
          </Button>
        </div>
      )}
    </div>
  );
}

function doingAfter(before: Doing, event: StandEvent): Doing {
  switch (event.kind) {
    case 'opens':
      return { kind: 'opens' };
    case 'records':
      return { kind: 'claps' };
    case 'checks':
      return { kind: 'checks' };
    case 'failed':
      return { kind: 'problem', text: event.text };
    case 'passed-on':
    case 'stopped':
      return { kind: 'ready' };
    default:
      return before;
  }
}
