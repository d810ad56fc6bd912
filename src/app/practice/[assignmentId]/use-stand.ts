'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Ear, type EarNow } from '@/browser/ear';
import type { Mixer } from '@/browser/mixer';
import { Passage, type PassageMoment, type RecordedWish } from '@/browser/passage';
import { type Level, Recorder, sayMicrophoneProblem } from '@/browser/recorder';
import { type TakeFacts, TakeSession } from '@/browser/take-session';
import type { TakeStore } from '@/browser/take-store';
import type { Check } from '@/core/checking';
import type { Strictness } from '@/core/judging';
import type { Line } from '@/core/notation';
import type { SelfRating } from '@/core/practice';
import { type Audio, writePcmWav, writeWav } from '@/core/signal';

/** A take of this sitting: checked on this device, kept in its store, not handed in yet. */
export interface SittingTake {
  readonly id: string;
  readonly url: string;
  readonly askedBpm: number;
  readonly check: Check;
  readonly clipped: boolean;
  /** The device heard its own click or backing: headphones would help. */
  readonly hearsItself: boolean;
  /** Undefined until the student has rated it or said not now. */
  readonly rating: SelfRating | undefined;
}

export type StandState =
  | { readonly kind: 'ready' }
  | { readonly kind: 'opening' }
  | { readonly kind: 'recording' }
  | { readonly kind: 'checking' }
  | { readonly kind: 'result'; readonly takeId: string }
  | { readonly kind: 'problem'; readonly text: string };

const SILENT_TAKE_DB = -50;
/** More clipped samples than this bend the tone. */
const CLIPPED_SHARE = 0.002;
const NO_CHECK =
  'The take could not be checked on this device. It is kept: hand it in, and the school checks it.';

interface StandOptions {
  readonly getMixer: () => Mixer;
  readonly facts: TakeFacts;
  /** By which takes are judged. */
  readonly strictness: Strictness;
  /** Where takes are kept; undefined for somebody who only tries the stand out. */
  readonly getStore: () => Promise<TakeStore | undefined>;
  readonly onMoment: (moment: PassageMoment) => void;
  readonly onNow: (now: EarNow) => void;
}

/** Everything that happens on the stand between opening the microphone and the verdict. */
export function useStand({ getMixer, facts, strictness, getStore, onMoment, onNow }: StandOptions) {
  const [state, setState] = useState<StandState>({ kind: 'ready' });
  const [takes, setTakes] = useState<readonly SittingTake[]>([]);
  const [level, setLevel] = useState<Level>();
  const recorder = useRef<Recorder | undefined>(undefined);
  const ear = useRef<Ear | undefined>(undefined);
  const session = useRef<TakeSession | undefined>(undefined);
  const report = useRef({ onMoment, onNow });
  report.current = { onMoment, onNow };

  // Made when the page opens: it takes a moment, and is there without a connection later.
  useEffect(() => {
    ear.current = new Ear(strictness);
    return () => {
      // Whoever leaves in the middle finds what was played on this device.
      void session.current?.keep();
      session.current = undefined;
      recorder.current?.close();
      recorder.current = undefined;
      ear.current?.close();
      ear.current = undefined;
    };
  }, [strictness]);

  const openMicrophone = useCallback(async (): Promise<Recorder | undefined> => {
    if (recorder.current) return recorder.current;
    try {
      const opened = await Recorder.open(getMixer());
      opened.onLevel = setLevel;
      recorder.current = opened;
      return opened;
    } catch (error) {
      setState({ kind: 'problem', text: sayMicrophoneProblem(error) });
      return undefined;
    }
  }, [getMixer]);

  const show = useCallback((take: SittingTake) => {
    if (take.check.heard.peakDb < SILENT_TAKE_DB) {
      setState({
        kind: 'problem',
        text: 'Mevlo heard only silence. Is the microphone switched on, and is it the right one? Play a note and watch the level.',
      });
      return false;
    }
    setTakes((before) => [...before, take]);
    setState({ kind: 'result', takeId: take.id });
    return true;
  }, []);

  const finish = useCallback(async () => {
    const ended = session.current;
    if (!ended) return;
    session.current = undefined;
    setState({ kind: 'checking' });
    const { sampleRate } = getMixer().context;
    try {
      const { id, check } = await ended.finish();
      const wav = new Blob([writePcmWav(ended.pcm, sampleRate)], { type: 'audio/wav' });
      const isShown = show({
        id,
        url: URL.createObjectURL(wav),
        askedBpm: ended.askedBpm,
        check,
        clipped: check.heard.clippedShare > CLIPPED_SHARE,
        hearsItself: ended.hearsItself,
        rating: undefined,
      });
      if (!isShown) await (await getStore())?.remove(id);
    } catch {
      setState({ kind: 'problem', text: NO_CHECK });
    }
  }, [getMixer, show, getStore]);

  const start = useCallback(
    async (wish: Omit<RecordedWish, 'rounds' | 'turns' | 'clickGoesOn'>) => {
      setState({ kind: 'opening' });
      const [opened, store] = await Promise.all([openMicrophone(), getStore()]);
      if (!opened || !ear.current) return;
      let passage: Passage<RecordedWish>;
      try {
        passage = await Passage.start(
          getMixer(),
          { ...wish, rounds: 1, turns: 'together', clickGoesOn: true },
          true,
        );
      } catch {
        setState({ kind: 'problem', text: 'The sounds could not be loaded. Record with the click alone.' });
        return;
      }
      const begun = new TakeSession(passage, opened, ear.current, store, facts);
      begun.onNow = (now) => report.current.onNow(now);
      session.current = begun;
      setState({ kind: 'recording' });
      const follow = () => {
        if (session.current !== begun) return;
        const moment = begun.moment();
        report.current.onMoment(moment);
        if (moment.isOver) void finish();
        else requestAnimationFrame(follow);
      };
      follow();
    },
    [getMixer, openMicrophone, finish, getStore, facts],
  );

  /** Stops the take that is being recorded: before the line has begun nothing is kept. */
  const stop = useCallback(async () => {
    const stopped = session.current;
    if (!stopped) return;
    if (stopped.hasBegun) return finish();
    session.current = undefined;
    await stopped.cancel();
    setState({ kind: 'ready' });
  }, [finish]);

  /** Checks and keeps a take that is there as a whole. */
  const bring = useCallback(
    async (line: Line, audio: Audio, askedBpm: number) => {
      if (!ear.current) return;
      setState({ kind: 'checking' });
      try {
        const check = await ear.current.check(line, audio, askedBpm);
        const wav = writeWav(audio);
        const id = crypto.randomUUID();
        const isShown = show({
          id,
          url: URL.createObjectURL(new Blob([wav], { type: 'audio/wav' })),
          askedBpm,
          check,
          clipped: false,
          hearsItself: false,
          rating: undefined,
        });
        if (!isShown) return;
        await (await getStore())?.keep({
          ...facts,
          id,
          askedBpm,
          source: 'recorded',
          recordedAtMs: Date.now(),
          state: 'kept',
          alongside: undefined,
          selfRating: undefined,
          sound: wav.buffer,
          sampleRate: audio.sampleRate,
        });
      } catch {
        setState({ kind: 'problem', text: NO_CHECK });
      }
    },
    [facts, show, getStore],
  );

  const rate = useCallback(
    async (takeId: string, rating: SelfRating) => {
      setTakes((before) => before.map((take) => (take.id === takeId ? { ...take, rating } : take)));
      await (await getStore())?.change(takeId, { selfRating: rating });
    },
    [getStore],
  );

  return { state, setState, takes, level, openMicrophone, start, stop, bring, rate };
}
