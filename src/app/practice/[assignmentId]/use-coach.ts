'use client';
import { useEffect, useRef, useState } from 'react';
import type { Mixer } from '@/browser/mixer';
import { reportProblem } from '@/browser/report-problem';
import type { Line } from '@/core/notation';
import { type Climbing, type HardPair, isGoodOutcome, type LoopLine, type LoopRange } from '@/core/practice';
import type { Coach, CoachPlan } from '@/core/practice/coach';
import type { AtCoach, CoachNow } from './coach-now';
import { loadCoach, loadSigns } from './later';
import type { Taken } from './stand-machine';
import type { TakeReceiver } from './use-recording';

interface CoachOptions {
  readonly line: Line;
  readonly bpm: number;
  readonly climbing: Pick<Climbing, 'ladder' | 'rules'>;
  readonly hardPairs: readonly HardPair[];
  readonly getMixer: () => Mixer;
  readonly playModel: (music: LoopLine, bpm: number, onEnd: () => void) => void;
  readonly record: (music: LoopLine, bpm: number, receiver: TakeReceiver) => void;
  readonly stopAll: () => void;
  /** Nothing can be practised, and why. */
  readonly onProblem: (text: string) => void;
  /** Somebody has played for so long. */
  readonly onPlayed: (seconds: number, measures: LoopRange, bpm: number) => void;
  /** A take of the whole line is over. @param isGood whether it is one to hand in. */
  readonly onKept: (taken: Taken, isGood: boolean) => Promise<void>;
}

const NOT_THERE = 'This part of the page could not be fetched. Go online once, and try again.';
/** So long a sign stands before it goes on: long enough to be read from two metres. */
const SIGN_MS = 1800;

/** Practising hands free: shows, listens, says, and goes on until it is stopped. What comes next is `core/practice/coach`. */
export function useCoach(options: CoachOptions): AtCoach {
  const [now, setNow] = useState<CoachNow>();
  const latest = useRef(options);
  latest.current = options;
  /** Counts starts: what belongs to an earlier one comes to nothing. */
  const run = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(
    () => () => {
      run.current++;
      clearTimeout(timer.current);
    },
    [],
  );

  const stop = () => {
    run.current++;
    clearTimeout(timer.current);
    setNow(undefined);
    latest.current.stopAll();
  };

  const goOn = async (coach: Coach, mine: number, plan: CoachPlan) => {
    const [{ coachHeardOf, coachOn, lineOfTask }, { playSign }] = await Promise.all([
      loadCoach(),
      loadSigns(),
    ]);
    if (run.current !== mine) return;
    const { task } = coach;
    const music = lineOfTask(latest.current.line, task);
    const startedAt = performance.now();
    const onTaken = (taken: Taken | undefined) => {
      if (run.current !== mine) return;
      // The stand says why.
      if (!taken) return stop();
      const seconds = (performance.now() - startedAt) / 1000;
      const { verdict } = taken.check;
      const heard = coachHeardOf(verdict, task, music.firstIndex, seconds);
      const next = coachOn(plan, coach, heard);
      if (heard.kind === 'played') latest.current.onPlayed(seconds, task.range, task.bpm);
      const isRight = heard.kind === 'played' && isGoodOutcome(heard.outcome);
      playSign(
        latest.current.getMixer(),
        heard.kind === 'nothing' ? 'unclear' : isRight ? 'right' : 'not-yet',
      );
      const said = { heard, verdict, line: music.line };
      setNow({ coach: next, phase: next.end ? 'over' : 'says', said });
      if (task.width === 'line') void latest.current.onKept(taken, isRight);
      if (!next.end) timer.current = setTimeout(() => void goOn(next, mine, plan), SIGN_MS);
    };
    const listen = () => {
      if (run.current !== mine) return;
      setNow({ coach, phase: 'listens', said: undefined });
      latest.current.record(music, task.bpm, {
        isKept: task.width === 'line',
        onTaken,
      });
    };
    if (!task.isShown) return listen();
    setNow({ coach, phase: 'shows', said: undefined });
    latest.current.playModel(music, task.bpm, listen);
  };

  const start = async (from?: Coach) => {
    const mine = ++run.current;
    const { line, bpm, climbing, hardPairs } = latest.current;
    const { beginCoach, coachPlanOf, resumeCoach } = await loadCoach();
    const plan = coachPlanOf(line, climbing, hardPairs);
    await goOn(from ? resumeCoach(from) : beginCoach(plan, bpm), mine, plan);
  };
  const goOnAfterEnd = () => {
    if (now?.phase === 'over') void start(now.coach);
  };

  // A foot switch sends some key: any key stops, and goes on after a rest.
  const onKey = useRef<() => void>(() => {});
  onKey.current = now ? (now.phase === 'over' ? goOnAfterEnd : stop) : () => {};
  const isAtWork = now !== undefined;
  useEffect(() => {
    if (!isAtWork) return;
    const listen = (event: KeyboardEvent) => {
      const isTheirs =
        event.target instanceof HTMLElement && event.target.matches('button, a, input, select');
      if (
        event.repeat ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        event.key === 'Tab' ||
        event.key === 'Shift'
      )
        return;
      if (isTheirs && (event.key === 'Enter' || event.key === ' ')) return;
      event.preventDefault();
      onKey.current();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [isAtWork]);

  const task = now?.coach.task;
  const range: LoopRange | undefined = task && task.width !== 'line' ? task.range : undefined;
  return {
    coach: now,
    range,
    bpm: task?.bpm,
    begin: () => {
      // A button that was pressed keeps the keyboard: the next key is meant for the coach.
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
      start().catch((error: unknown) => {
        reportProblem(error, 'the coach');
        latest.current.onProblem(NOT_THERE);
      });
    },
    goOn: goOnAfterEnd,
    stop,
  };
}
