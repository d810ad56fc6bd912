'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { checkOnDevice } from '@/browser/check-client';
import { renderModelOnDevice } from '@/browser/model-client';
import { type Level, MicrophoneProblem, Recorder } from '@/browser/recorder';
import { type TakeMoment, TakeSession } from '@/browser/take-session';
import type { Check } from '@/core/checking';
import type { Line } from '@/core/notation';
import { type Audio, writeWav } from '@/core/signal';

/** A take that was recorded and checked on this device and is not handed in yet. */
export interface RecordedTake {
  readonly id: string;
  readonly wav: Blob;
  readonly url: string;
  readonly askedBpm: number;
  readonly check: Check;
  readonly clipped: boolean;
}

export type StandState =
  | { readonly kind: 'ready' }
  | { readonly kind: 'opening' }
  | { readonly kind: 'recording' }
  | { readonly kind: 'checking' }
  | { readonly kind: 'result'; readonly take: RecordedTake }
  | { readonly kind: 'problem'; readonly text: string };

const SILENT_TAKE_DB = -50;
/** More clipped samples than this bend the tone. */
const CLIPPED_SHARE = 0.002;

interface StartOptions {
  readonly clickWhilePlaying: boolean;
  /** The model plays along. */
  readonly hasBacking: boolean;
}

/** Everything that happens on the stand between opening the microphone and the verdict. */
export function useStand(line: Line, onMoment: (moment: TakeMoment) => void) {
  const [state, setState] = useState<StandState>({ kind: 'ready' });
  const [level, setLevel] = useState<Level | undefined>(undefined);
  const recorder = useRef<Recorder | undefined>(undefined);
  const session = useRef<TakeSession | undefined>(undefined);
  const report = useRef(onMoment);
  report.current = onMoment;

  const openMicrophone = useCallback(async (): Promise<Recorder | undefined> => {
    if (recorder.current) return recorder.current;
    try {
      const opened = await Recorder.open();
      opened.onLevel = (now) => {
        setLevel(now);
        session.current?.hear(now);
      };
      recorder.current = opened;
      return opened;
    } catch (error) {
      const isKnown = error instanceof MicrophoneProblem;
      setState({
        kind: 'problem',
        text: isKnown ? error.message : 'The microphone could not be opened. Reload the page and try again.',
      });
      return undefined;
    }
  }, []);

  useEffect(
    () => () => {
      session.current?.cancel();
      recorder.current?.close();
      recorder.current = undefined;
    },
    [],
  );

  const finish = useCallback(
    async (askedBpm: number) => {
      const ended = session.current;
      if (!ended) return;
      session.current = undefined;
      const audio = ended.finish();
      setState({ kind: 'checking' });
      setState(await checkTake(line, audio, askedBpm));
    },
    [line],
  );

  const start = useCallback(
    async (askedBpm: number, options: StartOptions) => {
      setState({ kind: 'opening' });
      const opened = await openMicrophone();
      if (!opened) return;
      const { clickWhilePlaying, hasBacking } = options;
      const backing = hasBacking ? await renderModelOnDevice({ line, bpm: askedBpm }) : undefined;
      session.current = new TakeSession(opened, line, askedBpm, { clickWhilePlaying, backing });
      setState({ kind: 'recording' });
      const follow = () => {
        const moment = session.current?.moment();
        if (!moment) return;
        report.current(moment);
        if (moment.phase === 'over') void finish(askedBpm);
        else requestAnimationFrame(follow);
      };
      follow();
    },
    [line, openMicrophone, finish],
  );

  return { state, setState, level, openMicrophone, start, finish };
}

/** Checks a sound on this device. @returns the result, or what is wrong in words. */
export async function checkTake(line: Line, audio: Audio, askedBpm: number): Promise<StandState> {
  if (audio.samples.length < audio.sampleRate / 2)
    return { kind: 'problem', text: 'That was too short to listen to. Try again and play the whole line.' };
  try {
    const check = await checkOnDevice({ line, audio, askedBpm });
    if (check.heard.peakDb < SILENT_TAKE_DB) {
      return {
        kind: 'problem',
        text: 'Mevlo heard only silence. Is the microphone switched on, and is it the right one? Play a note and watch the level.',
      };
    }
    const wav = new Blob([writeWav(audio)], { type: 'audio/wav' });
    const clipped = check.heard.clippedShare > CLIPPED_SHARE;
    return {
      kind: 'result',
      take: { id: crypto.randomUUID(), wav, url: URL.createObjectURL(wav), askedBpm, check, clipped },
    };
  } catch {
    return {
      kind: 'problem',
      text: 'The take could not be checked on this device. Try again, or bring in a sound file.',
    };
  }
}
