'use client';
import { Gauge, History, Piano, SkipForward } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { useMixer } from '@/app/_components/sound/use-mixer';
import { useKeys, useSpaceKey } from '@/app/_components/sound/use-page-keys';
import { usePlayback } from '@/app/_components/sound/use-playback';
import { type MeasureVerdict, type Verdict, withOverrules } from '@/core/judging';
import type { Line } from '@/core/notation';
import { AS_WRITTEN } from '@/core/playback';
import { lineOfLoop } from '@/core/practice';
import { firstWeakMeasure } from '@/core/review';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { Key } from '@/ui/key';
import { CheckedLine, PREROLL_SECONDS, type TakeHandle } from '@/ui/music/checked-line';
import type { LineEngravings } from '@/ui/music/engraved-line';
import { PlayedPicture } from '@/ui/music/played-picture';
import { Notice } from '@/ui/notice';
import { OverrulePanel, type SignedOverrule } from './overrule-panel';
import { type PinnedWord, PinPanel } from './pin-panel';

interface EarlierTake {
  readonly id: string;
  readonly label: string;
  readonly measures: readonly MeasureVerdict[];
}

interface HearingProps {
  readonly line: Line;
  readonly engravings: LineEngravings;
  readonly verdict: Verdict;
  readonly levelsDb: readonly number[];
  readonly pitches: readonly (number | null)[];
  readonly audioSrc: string;
  readonly vocabulary: Vocabulary;
  /** The newest one of the same music before this; undefined without one. */
  readonly earlier: EarlierTake | undefined;
  readonly takeId: string;
  readonly pins: readonly PinnedWord[];
  readonly overrules: readonly SignedOverrule[];
  /** Of the take, for a teacher who may overrule; undefined for others. */
  readonly overrulesTakeId: string | undefined;
  /** Begins to play where something needs work. */
  readonly startsAtOnce: boolean;
}

const SPEEDS = [1, 0.75, 1.25, 1.5] as const;

/** A take as a teacher hears it: from the weak place, slower or faster, beside the model and an earlier take. */
export function Hearing(props: HearingProps) {
  const { line, verdict, vocabulary, earlier, startsAtOnce, overrules, overrulesTakeId } = props;
  const take = useRef<TakeHandle>(null);
  const [speed, setSpeed] = useState<number>(1);
  const weak = firstWeakMeasure(withOverrules(verdict.measures, overrules));
  const model = useModel(line, verdict);
  const before = useEarlier(earlier);

  const pauseOthers = () => {
    model.stop();
    before.pause();
  };
  const hearFrom = (measureIndex: number) => {
    pauseOthers();
    take.current?.playFrom(measureIndex);
  };
  const fromWeak = () => hearFrom(weak ?? 0);
  const measureNow = () => take.current?.measureNow() ?? 0;
  const toggle = () => {
    pauseOthers();
    take.current?.toggle();
  };
  const nextSpeed = () => {
    const next = SPEEDS[(SPEEDS.indexOf(speed as (typeof SPEEDS)[number]) + 1) % SPEEDS.length]!;
    take.current?.setSpeed(next);
    before.setSpeed(next);
    setSpeed(next);
  };
  const toggleModel = () => {
    before.pause();
    const measure = measureNow();
    take.current?.pause();
    model.toggle(verdict.measures[measure]?.printedIndex ?? 0);
  };
  const toggleEarlier = () => {
    model.stop();
    const measure = measureNow();
    take.current?.pause();
    before.toggle(measure);
  };
  useSpaceKey(toggle);
  useKeys({ w: fromWeak, s: nextSpeed, m: toggleModel, ...(earlier && { e: toggleEarlier }) });

  const begin = useRef(startsAtOnce ? fromWeak : undefined);
  useEffect(() => {
    begin.current?.();
    begin.current = undefined;
  }, []);
  const weakNumber = weak === undefined ? undefined : verdict.measures[weak]!.number;
  return (
    <div>
      <CheckedLine
        line={line}
        engravings={props.engravings}
        verdict={verdict}
        overrules={overrules}
        levelsDb={props.levelsDb}
        audioSrc={props.audioSrc}
        handle={take}
      />
      <div className="mt-3 flex flex-wrap gap-2">
        <HearingButton onClick={fromWeak} keyName="W">
          <SkipForward aria-hidden className="size-5" />
          {weakNumber === undefined ? 'From the start' : `From ${sayMeasure(weakNumber, vocabulary)}`}
        </HearingButton>
        <HearingButton onClick={nextSpeed} keyName="S">
          <Gauge aria-hidden className="size-5" /> Speed {speed}
        </HearingButton>
        <HearingButton onClick={toggleModel} keyName="M" isPressed={model.isPlaying}>
          <Piano aria-hidden className="size-5" /> Model from here
        </HearingButton>
        {earlier && (
          <HearingButton onClick={toggleEarlier} keyName="E" isPressed={before.isPlaying}>
            <History aria-hidden className="size-5" /> {earlier.label}
          </HearingButton>
        )}
      </div>
      {overrulesTakeId && (
        <OverrulePanel
          takeId={overrulesTakeId}
          line={line}
          verdict={verdict}
          overrules={overrules}
          vocabulary={vocabulary}
          measureNow={measureNow}
        />
      )}
      <PinPanel
        takeId={props.takeId}
        measures={verdict.measures}
        pins={props.pins}
        vocabulary={vocabulary}
        mayPin={overrulesTakeId !== undefined}
        measureNow={measureNow}
        onHear={hearFrom}
      />
      <PlayedPicture line={line} verdict={verdict} pitches={props.pitches} onHear={hearFrom} />
      {model.problem && <Notice kind="problem">{model.problem}</Notice>}
      {before.element}
    </div>
  );
}

function HearingButton({
  onClick,
  keyName,
  isPressed,
  children,
}: {
  readonly onClick: () => void;
  readonly keyName: string;
  readonly isPressed?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      onClick={onClick}
      aria-pressed={isPressed}
      aria-keyshortcuts={keyName}
      className="inline-flex min-h-11 items-center gap-2 rounded-md border-2 border-ink px-3 font-bold hover:bg-cool-wash aria-pressed:bg-ink aria-pressed:text-paper"
    >
      {children} <Key>{keyName}</Key>
    </button>
  );
}

/** The line by sampled sounds, at the tempo that was played, from a measure on. */
function useModel(line: Line, verdict: Verdict) {
  const { getMixer } = useMixer();
  const { play, stop, problem } = usePlayback(getMixer, () => undefined);
  const [isPlaying, setPlaying] = useState(false);
  const end = () => {
    stop();
    setPlaying(false);
  };
  const toggle = (printedIndex: number) => {
    if (isPlaying) return end();
    setPlaying(true);
    const toIndex = line.part.measures.length;
    void play(
      {
        line: lineOfLoop(line, { fromIndex: printedIndex, toIndex, withNoteBefore: false }).line,
        bpm: Math.round(verdict.tempo.playedBpm ?? verdict.tempo.askedBpm),
        countIn: undefined,
        model: AS_WRITTEN,
        backing: undefined,
        click: false,
        rounds: 1,
        clickGoesOn: false,
        turns: 'together',
      },
      () => setPlaying(false),
    ).then((begun) => !begun && setPlaying(false));
  };
  return { isPlaying, toggle, stop: end, problem };
}

/** An earlier take, heard from the same measure. */
function useEarlier(earlier: EarlierTake | undefined) {
  const audio = useRef<HTMLAudioElement>(null);
  const [isPlaying, setPlaying] = useState(false);
  const element = earlier && (
    // biome-ignore lint/a11y/useMediaCaption: a recording of an instrument has no words to caption.
    <audio
      ref={audio}
      src={`/api/takes/${earlier.id}/audio`}
      preload="none"
      onPlay={() => setPlaying(true)}
      onPause={() => setPlaying(false)}
      onEnded={() => setPlaying(false)}
    />
  );
  return {
    element,
    isPlaying,
    pause: () => audio.current?.pause(),
    setSpeed(speed: number) {
      if (audio.current) audio.current.defaultPlaybackRate = audio.current.playbackRate = speed;
    },
    toggle(measure: number) {
      if (!audio.current) return;
      if (!audio.current.paused) return audio.current.pause();
      audio.current.currentTime = Math.max(
        0,
        (earlier?.measures[measure]?.startSeconds ?? 0) - PREROLL_SECONDS,
      );
      audio.current.play().catch(() => undefined);
    },
  };
}
