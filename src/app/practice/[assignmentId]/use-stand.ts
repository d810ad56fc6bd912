'use client';
import { type RefObject, useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { useDeviceTakes } from '@/app/_components/device/device-takes';
import { type Practised, usePracticeNotes } from '@/app/_components/device/practice-time';
import type { BeatsHandle } from '@/app/_components/sound/beats';
import { useMixer } from '@/app/_components/sound/use-mixer';
import { useSpaceKey } from '@/app/_components/sound/use-page-keys';
import { usePlayback } from '@/app/_components/sound/use-playback';
import { asksOwnEarsNow, rememberOwnEarsAsked } from '@/browser/own-ears';
import type { PassageMoment, PassageWish } from '@/browser/passage';
import { TapSession } from '@/browser/tap-session';
import type { CountInStyle } from '@/core/counting';
import type { Strictness } from '@/core/judging';
import type { Line } from '@/core/notation';
import {
  type Climbing,
  type HardPair,
  type LoopRange,
  lineOfLoop,
  type OwnEars,
  type SelfRating,
  type StepId,
} from '@/core/practice';
import type { Engraving } from '@/engraving/engraving';
import type { PlayheadHandle } from '@/ui/music/engraved-line';
import { type Anchor, anchorsAsWritten, litAt, placeAt } from '@/ui/music/places';
import type { HeardNoteHandle } from './heard-note';
import type { LoopWish } from './loop-panel';
import type { SoundWish } from './sounds-panel';
import {
  EMPTY_STAND,
  type Input,
  isBusy,
  type Playing,
  pressed,
  reduceStand,
  type Taken,
} from './stand-machine';
import { printedNumbers, wholeTake } from './stand-words';
import { useCoach } from './use-coach';
import { usePracticeTime } from './use-practice-time';
import { useRecording } from './use-recording';

interface StandOptions {
  readonly assignmentId: string;
  /** Undefined for the whole line without a plan. */
  readonly stageId: string | undefined;
  readonly title: string;
  readonly line: Line;
  readonly engraving: Engraving;
  readonly input: Input;
  readonly bpm: number;
  readonly countIn: CountInStyle;
  readonly strictness: Strictness;
  /** How often a take is rated before its verdict is seen, and by whom. */
  readonly ownEars: OwnEars;
  readonly playerId: string;
  readonly sounds: SoundWish;
  /** The way up, for practising with the coach. */
  readonly climbing: Pick<Climbing, 'ladder' | 'rules'>;
  readonly hardPairs: readonly HardPair[];
  readonly mayHandIn: boolean;
}

/** What moves on the page without drawing it anew. */
export interface StandHandles {
  readonly playhead: RefObject<PlayheadHandle | null>;
  readonly beats: RefObject<BeatsHandle | null>;
  readonly heardNote: RefObject<HeardNoteHandle | null>;
}

/** The stand at work: its state, and everything that can be done at it. */
export function useStand(options: StandOptions) {
  const { assignmentId, stageId, title, line, engraving, input, bpm, countIn, sounds } = options;
  const device = useDeviceTakes();
  const [sitting, dispatch] = useReducer(reduceStand, EMPTY_STAND);
  /** What is gone round in. */
  const [looped, setLooped] = useState<Pick<Practised, 'bpm' | 'measures'>>({
    bpm: undefined,
    measures: undefined,
  });
  const { add: addPractice } = usePracticeNotes();
  const [turn, setTurn] = useState<PassageMoment['phase']>('before');
  const handles: StandHandles = { playhead: useRef(null), beats: useRef(null), heardNote: useRef(null) };
  const { playhead, beats, heardNote } = handles;
  const anchors = useRef<readonly Anchor[]>([]);
  const taps = useRef<TapSession | undefined>(undefined);

  const onMoment = useCallback(
    ({ phase, lineSeconds, click, share }: PassageMoment) => {
      const isCounting = phase === 'before' || phase === 'count-in';
      beats.current?.show(click, share, isCounting);
      playhead.current?.show(
        isCounting ? anchors.current[0] : placeAt(anchors.current, lineSeconds),
        isCounting ? undefined : litAt(anchors.current, lineSeconds),
      );
      setTurn(phase);
    },
    [beats, playhead],
  );
  const { getMixer, loudness, changeLoudness } = useMixer();
  const playback = usePlayback(getMixer, (moment) => {
    onMoment(moment);
    // The last tap may come a little after the line.
    if (taps.current?.isOver) endTaps(taps.current);
  });
  const { store } = device;
  useEffect(() => {
    if (store) store.offered = sitting.takes.map(({ id }) => id);
  }, [store, sitting.takes]);
  const facts = useMemo(() => ({ assignmentId, stage: stageId, title }), [assignmentId, stageId, title]);
  const recording = useRecording({
    dispatch,
    getMixer,
    facts,
    strictness: options.strictness,
    getStore: device.whenOpen,
    onMoment,
    onNow: ({ midi }) => heardNote.current?.show(midi),
    asksOwnEars: () => asksOwnEarsNow(options.ownEars, options.playerId),
  });

  const stopPlaying = () => {
    playback.stop();
    taps.current = undefined;
    dispatch({ kind: 'stopped' });
    playhead.current?.show(undefined);
  };
  /**
   * Plays, and remembers where what sounds stands on the page.
   * @param firstIndex the measure that the music begins with. @param onEnd called when it is over by itself.
   */
  const play = async (
    what: Playing,
    wish: Pick<PassageWish, 'line' | 'model' | 'rounds' | 'turns'> & Partial<PassageWish>,
    firstIndex = 0,
    onEnd: () => void = () => {},
  ) => {
    const whole = { bpm, countIn, backing: sounds.backing, click: true, clickGoesOn: false, ...wish };
    anchors.current = anchorsAsWritten(engraving, whole.line, whole.bpm, firstIndex);
    dispatch({ kind: 'plays', what });
    const passage = await playback.play(whole, () => {
      dispatch({ kind: 'played', what });
      playhead.current?.show(undefined);
      onEnd();
    });
    if (!passage) dispatch({ kind: 'stopped', what });
    return passage;
  };
  const listen = () => {
    void play('listening', { line, model: sounds.model, click: sounds.click, rounds: 1, turns: 'together' });
  };
  const goRound = (range: LoopRange, wish: LoopWish, tempo = bpm, step?: StepId) => {
    const music = lineOfLoop(line, range, step);
    const takesTurns = wish.turns === 'mine-then-yours';
    const model = wish.turns === 'click' ? undefined : sounds.model;
    const rounds = takesTurns ? 2 * wish.rounds : wish.rounds;
    const turns = takesTurns ? 'mine-then-yours' : 'together';
    setLooped({ bpm: tempo, measures: printedNumbers(line, range) });
    void play('looping', { bpm: tempo, line: music.line, model, rounds, turns }, music.firstIndex);
  };
  const goThrough = () => {
    void play('going-through', { line, model: undefined, rounds: 1, turns: 'together' });
  };
  const tap = async () => {
    const passage = await play('tapping', { line, model: undefined, rounds: 2, turns: 'together' });
    if (passage) taps.current = new TapSession(passage);
  };
  const endTaps = (session: TapSession) => {
    const { taps: tapped, audio } = session.finish();
    playback.stop();
    taps.current = undefined;
    playhead.current?.show(undefined);
    void recording.bring(line, audio, tapped, bpm);
  };
  const record = () => {
    stopPlaying();
    anchors.current = anchorsAsWritten(engraving, line, bpm);
    const { click, backing, modelAlong, model } = sounds;
    void recording.start({ line, bpm, countIn, click, backing, model: modelAlong ? model : undefined });
  };
  const handIn = (take: Taken) =>
    device.handIn(take.id, { selfRating: take.rating }, () => wholeTake(take, facts));
  const coach = useCoach({
    line,
    bpm,
    climbing: options.climbing,
    hardPairs: options.hardPairs,
    getMixer,
    playModel: (music, tempo, onEnd) =>
      void play(
        'listening',
        {
          ...{ line: music.line, bpm: tempo, backing: undefined },
          model: sounds.model,
          rounds: 1,
          turns: 'together',
        },
        music.firstIndex,
        onEnd,
      ).then((passage) => !passage && onEnd()),
    record: (music, tempo, receiver) => {
      anchors.current = anchorsAsWritten(engraving, music.line, tempo, music.firstIndex);
      const { click } = sounds;
      const wish = { line: music.line, bpm: tempo, countIn, click, backing: undefined, model: undefined };
      void recording.start(wish, receiver);
    },
    onProblem: (text) => dispatch({ kind: 'failed', text }),
    onPlayed: (seconds, range, tempo) =>
      addPractice(seconds, { ...facts, bpm: tempo, measures: printedNumbers(line, range) }),
    stopAll: () => {
      stopPlaying();
      void recording.drop();
    },
    onKept: async (taken, isGood) => {
      if (isGood && options.mayHandIn) return handIn(taken);
      await (await device.whenOpen())?.remove(taken.id);
    },
  });
  usePracticeTime(sitting.state, coach.coach !== undefined, {
    ...{ assignmentId, stage: stageId },
    ...(sitting.state.kind === 'looping' ? looped : { bpm, measures: undefined }),
  });
  const press = () => {
    if (coach.coach) return coach.stop();
    switch (pressed(sitting, input)) {
      case 'end-the-take':
        return void recording.end();
      case 'stop':
        return stopPlaying();
      case 'go-through':
        return goThrough();
      case 'tap':
        return void tap();
      case 'record':
        return record();
    }
  };
  // While something is tapped, the space key is a tap.
  useSpaceKey(coach.coach || isBusy(sitting.state) || sitting.state.kind === 'tapping' ? undefined : press);

  const rate = async (takeId: string, rating: SelfRating) => {
    dispatch({ kind: 'rated', takeId, rating });
    rememberOwnEarsAsked(options.playerId);
    await (await device.whenOpen())?.change(takeId, { selfRating: rating });
  };
  return {
    sitting,
    handles,
    coach,
    turn,
    handIn: (take: Taken) => void handIn(take),
    facts,
    level: recording.level,
    isMicrophoneOpen: recording.isMicrophoneOpen,
    hearsNothing: recording.hearsNothing,
    reopenMicrophone: () => void recording.reopenMicrophone(),
    playbackProblem: playback.problem,
    getMixer,
    loudness,
    changeLoudness,
    press,
    listen,
    goRound,
    tap: () => void tap(),
    onTap: (timeStamp: number) => taps.current?.tap(timeStamp),
    /** As the take before was made. */
    again: (wasTapped: boolean) => (wasTapped ? void tap() : record()),
    testMicrophone: () => void recording.openMicrophone(),
    putAway: () => dispatch({ kind: 'put-away' }),
    choose: (takeId: string) => dispatch({ kind: 'chosen', takeId }),
    rate: (takeId: string, rating: SelfRating) => void rate(takeId, rating),
  };
}

export type AtStand = ReturnType<typeof useStand>;
