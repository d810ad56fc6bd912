'use client';
import { type Dispatch, useCallback, useEffect, useRef, useState } from 'react';
import { Ear, type EarNow } from '@/browser/ear';
import { LevelNow } from '@/browser/level-now';
import type { Mixer } from '@/browser/mixer';
import { Passage, type PassageMoment, type RecordedWish } from '@/browser/passage';
import { Recorder, sayMicrophoneProblem } from '@/browser/recorder';
import type { RecordingTrouble, RecordingWatch } from '@/browser/recording-watch';
import { reportProblem } from '@/browser/report-problem';
import { type TakeFacts, TakeSession } from '@/browser/take-session';
import type { TakeStore, Taps } from '@/browser/take-store';
import type { Strictness } from '@/core/judging';
import type { Line } from '@/core/notation';
import { type Audio, writePcmWav, writeWav } from '@/core/signal';
import { loadWatch } from './later';
import type { StandEvent, Taken } from './stand-machine';

const SILENT_TAKE_DB = -50;
/** More clipped samples than this bend the tone. */
const CLIPPED_SHARE = 0.002;
const ONLY_SILENCE =
  'Mevlo heard only silence. Is the microphone switched on, and is it the right one? Play a note and watch the level.';
const NO_CHECK =
  'The take could not be checked on this device. It is kept: hand it in, and the school checks it.';

interface RecordingOptions {
  readonly dispatch: Dispatch<StandEvent>;
  readonly getMixer: () => Mixer;
  readonly facts: TakeFacts;
  /** By which takes are judged. */
  readonly strictness: Strictness;
  /** Where takes are kept; undefined for somebody who only tries the stand out. */
  readonly getStore: () => Promise<TakeStore | undefined>;
  readonly onMoment: (moment: PassageMoment) => void;
  readonly onNow: (now: EarNow) => void;
  /** Whether whoever played rates the take before seeing the verdict. */
  readonly asksOwnEars: () => boolean;
}

/** What is recorded is played once, and counted in. */
export type RecordingWish = Omit<RecordedWish, 'rounds' | 'turns' | 'clickGoesOn'>;

/** Who goes on with a take in the place of the stand. */
export interface TakeReceiver {
  /** Whether it may be handed in later: then it is kept in the store while it is played. */
  readonly isKept: boolean;
  /** @param taken undefined when nothing came of it; the stand then shows why. */
  readonly onTaken: (taken: Taken | undefined) => void;
}

/** Everything that happens between opening the microphone and the verdict. */
export function useRecording(options: RecordingOptions) {
  const { dispatch, getMixer, facts, strictness, getStore } = options;
  const [level] = useState(() => new LevelNow());
  const [isMicrophoneOpen, setMicrophoneOpen] = useState(false);
  const [hearsNothing, setHearsNothing] = useState(false);
  const recorder = useRef<Recorder | undefined>(undefined);
  const ear = useRef<Ear | undefined>(undefined);
  const session = useRef<TakeSession | undefined>(undefined);
  const watch = useRef<RecordingWatch | undefined>(undefined);
  const receiver = useRef<TakeReceiver | undefined>(undefined);
  const report = useRef(options);
  report.current = options;

  // Made when the page opens: it takes a moment, and is there without a connection later.
  useEffect(() => {
    ear.current = new Ear(strictness);
    return () => {
      // Whoever leaves in the middle finds what was played on this device.
      watch.current?.close();
      void session.current?.keep();
      session.current = undefined;
      recorder.current?.close();
      recorder.current = undefined;
      ear.current?.close();
      ear.current = undefined;
    };
  }, [strictness]);

  const openMicrophone = useCallback(async (): Promise<Recorder | undefined> => {
    // One that was unplugged does not come back: it is opened anew.
    if (recorder.current?.track.readyState === 'live') return recorder.current;
    recorder.current?.close();
    recorder.current = undefined;
    try {
      const opened = await Recorder.open(getMixer());
      opened.onLevel = (heard, samples) => {
        level.set(heard);
        watch.current?.hear(heard, samples);
      };
      recorder.current = opened;
      setMicrophoneOpen(true);
      return opened;
    } catch (error) {
      setMicrophoneOpen(false);
      dispatch({ kind: 'failed', text: sayMicrophoneProblem(error) });
      return undefined;
    }
  }, [getMixer, dispatch, level]);

  /** @returns whether there was anything to hear. */
  const show = useCallback(
    (take: Taken): boolean => {
      const isSilent = take.check.heard.peakDb < SILENT_TAKE_DB;
      const rating = report.current.asksOwnEars() ? take.rating : {};
      dispatch(
        isSilent ? { kind: 'failed', text: ONLY_SILENCE } : { kind: 'taken', take: { ...take, rating } },
      );
      return !isSilent;
    },
    [dispatch],
  );

  const finish = useCallback(async () => {
    const ended = session.current;
    if (!ended) return;
    session.current = undefined;
    watch.current?.close();
    dispatch({ kind: 'checks' });
    const { sampleRate } = getMixer().context;
    const received = receiver.current;
    const { id } = ended;
    /** Nobody waits for it to see the verdict; what is done with the take next has its turn in the store after it. */
    const keep = () => ended.keep().catch((error: unknown) => reportProblem(error, 'keeping a take'));
    try {
      const check = await ended.finish();
      const kept = keep();
      const taken: Taken = {
        id,
        sound: new Blob([writePcmWav(ended.pcm, sampleRate)], { type: 'audio/wav' }),
        askedBpm: ended.askedBpm,
        check,
        taps: undefined,
        clipped: check.heard.clippedShare > CLIPPED_SHARE,
        hearsItself: ended.hearsItself,
        rating: undefined,
      };
      if (received) {
        dispatch({ kind: 'passed-on' });
        received.onTaken(taken);
      } else if (!show(taken)) {
        await kept;
        await (await getStore())?.remove(id);
      }
    } catch (error) {
      reportProblem(error, 'checking a take');
      await keep();
      dispatch({ kind: 'failed', text: NO_CHECK });
      received?.onTaken(undefined);
    }
  }, [dispatch, getMixer, show, getStore]);

  const start = useCallback(
    async (wish: RecordingWish, into?: TakeReceiver) => {
      dispatch({ kind: 'opens' });
      receiver.current = into;
      const [opened, store, watching] = await Promise.all([openMicrophone(), getStore(), loadWatch()]);
      if (!opened || !ear.current) return into?.onTaken(undefined);
      const whole = { ...wish, rounds: 1, turns: 'together', clickGoesOn: true } as const;
      const passage = await Passage.start(getMixer(), whole, true).catch((error: unknown) => {
        reportProblem(error, 'sounds of the accompaniment');
        return undefined;
      });
      if (!passage) {
        const text = 'The sounds could not be loaded. Record with the click alone.';
        dispatch({ kind: 'failed', text });
        return into?.onTaken(undefined);
      }
      const begun = new TakeSession(
        passage,
        opened,
        ear.current,
        into?.isKept === false ? undefined : store,
        facts,
      );
      begun.onNow = (now) => report.current.onNow(now);
      session.current = begun;
      dispatch({ kind: 'records' });
      const breakOff = async (trouble: RecordingTrouble) => {
        if (session.current !== begun) return;
        session.current = undefined;
        recorder.current?.close();
        recorder.current = undefined;
        setMicrophoneOpen(false);
        dispatch({ kind: 'failed', text: watching.TROUBLE_TEXTS[trouble] });
        into?.onTaken(undefined);
        await begun.cancel();
      };
      watch.current = new watching.RecordingWatch({
        track: opened.track,
        context: getMixer().context,
        page: document,
        measureSeconds: passage.clicks.beatSeconds * passage.clicks.beatsPerMeasure,
        isDue: () => begun.isLineGoing,
        onTrouble: (trouble) => void breakOff(trouble),
        onSilence: setHearsNothing,
      });
      const follow = () => {
        if (session.current !== begun) return;
        const moment = begun.moment();
        report.current.onMoment(moment);
        if (moment.isOver) void finish();
        else requestAnimationFrame(follow);
      };
      follow();
    },
    [dispatch, getMixer, openMicrophone, finish, getStore, facts],
  );

  /** Ends the take that is being recorded: before the line has begun nothing is kept. */
  const end = useCallback(async () => {
    const ended = session.current;
    if (!ended) return;
    if (ended.hasBegun) return finish();
    session.current = undefined;
    watch.current?.close();
    // At once: the next take may begin before this one is thrown away.
    dispatch({ kind: 'stopped' });
    await ended.cancel();
  }, [dispatch, finish]);

  /** Checks and keeps taps, which are there as a whole. */
  const bring = useCallback(
    async (line: Line, coming: Promise<Audio>, taps: Taps, askedBpm: number) => {
      if (!ear.current) return;
      dispatch({ kind: 'checks' });
      try {
        const audio = await coming;
        const check = await ear.current.check(line, audio, askedBpm);
        const wav = writeWav(audio);
        const id = crypto.randomUUID();
        const sound = new Blob([wav], { type: 'audio/wav' });
        const quiet = { clipped: false, hearsItself: false, rating: undefined };
        if (!show({ id, sound, askedBpm, check, taps, ...quiet })) return;
        const take = {
          ...facts,
          id,
          askedBpm,
          source: 'tapped',
          taps,
          recordedAtMs: Date.now(),
          state: 'kept',
          alongside: undefined,
          selfRating: undefined,
          sampleRate: audio.sampleRate,
        } as const;
        await (await getStore())?.keep(take, wav.buffer);
      } catch (error) {
        reportProblem(error, 'checking a take');
        dispatch({ kind: 'failed', text: NO_CHECK });
      }
    },
    [dispatch, facts, show, getStore],
  );

  /** Throws away what is being recorded: whoever goes on with takes does not want this one. */
  const drop = useCallback(async () => {
    const ended = session.current;
    receiver.current = undefined;
    if (!ended) return;
    session.current = undefined;
    watch.current?.close();
    dispatch({ kind: 'stopped' });
    await ended.cancel();
  }, [dispatch]);

  /** Another microphone was chosen: it is opened at once, so that its level can be seen. */
  const reopenMicrophone = useCallback(async () => {
    recorder.current?.close();
    recorder.current = undefined;
    await openMicrophone();
  }, [openMicrophone]);

  return { level, isMicrophoneOpen, hearsNothing, openMicrophone, reopenMicrophone, start, end, drop, bring };
}
