'use client';
import { Gauge, History, Piano, SkipForward } from 'lucide-react';
import { type ReactNode, useEffect, useRef } from 'react';
import { useKeys, useSpaceKey } from '@/app/_components/sound/use-page-keys';
import { type MeasureVerdict, type Verdict, withOverrules } from '@/core/judging';
import type { Line } from '@/core/notation';
import { firstWeakMeasure } from '@/core/review';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { Key } from '@/ui/key';
import { CheckedLine, type TakeHandle } from '@/ui/music/checked-line';
import type { LineEngravings } from '@/ui/music/engraved-line';
import { PlayedPicture } from '@/ui/music/played-picture';
import { Notice } from '@/ui/notice';
import type { Source } from './hearing-machine';
import { OverrulePanel, type SignedOverrule } from './overrule-panel';
import { type PinnedWord, PinPanel } from './pin-panel';
import { useHearing } from './use-hearing';

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

/** A take as a teacher hears it: from the weak place, slower or faster, beside the model and an earlier take. */
export function Hearing(props: HearingProps) {
  const { line, verdict, vocabulary, earlier, overrules, overrulesTakeId } = props;
  const take = useRef<TakeHandle>(null);
  const weak = firstWeakMeasure(withOverrules(verdict.measures, overrules));
  const hearing = useHearing({ line, verdict, take, earlierMeasures: earlier?.measures });
  const { state, act, measureNow } = hearing;
  const hearFrom = (measureIndex: number) => act({ kind: 'heard-from-a-measure' }, measureIndex);
  const fromWeak = () => hearFrom(weak ?? 0);
  const nextSpeed = () => act({ kind: 'next-speed' });
  const toggleModel = () => act({ kind: 'toggled', source: 'model' });
  const toggleEarlier = () => act({ kind: 'toggled', source: 'earlier' });
  useSpaceKey(() => act({ kind: 'toggled', source: 'take' }));
  useKeys({ w: fromWeak, s: nextSpeed, m: toggleModel, ...(earlier && { e: toggleEarlier }) });

  const begin = useRef(props.startsAtOnce ? fromWeak : undefined);
  useEffect(() => {
    begin.current?.();
    begin.current = undefined;
  }, []);
  const weakNumber = weak === undefined ? undefined : verdict.measures[weak]!.number;
  const said = (kind: 'began' | 'ended', source: Source) => () => act({ kind, source });
  return (
    <div>
      <CheckedLine
        line={line}
        engravings={props.engravings}
        verdict={verdict}
        vocabulary={vocabulary}
        overrules={overrules}
        levelsDb={props.levelsDb}
        sound={props.audioSrc}
        handle={take}
        onPlaying={(isPlaying) => act({ kind: isPlaying ? 'began' : 'ended', source: 'take' })}
      />
      <div className="mt-3 flex flex-wrap gap-2">
        <HearingButton onClick={fromWeak} keyName="W">
          <SkipForward aria-hidden className="size-5" />
          {weakNumber === undefined ? 'From the start' : `From ${sayMeasure(weakNumber, vocabulary)}`}
        </HearingButton>
        <HearingButton onClick={nextSpeed} keyName="S">
          <Gauge aria-hidden className="size-5" /> Speed {state.speed}
        </HearingButton>
        <HearingButton onClick={toggleModel} keyName="M" isPressed={state.sounding === 'model'}>
          <Piano aria-hidden className="size-5" /> Model from here
        </HearingButton>
        {earlier && (
          <HearingButton onClick={toggleEarlier} keyName="E" isPressed={state.sounding === 'earlier'}>
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
      {hearing.problem && <Notice kind="problem">{hearing.problem}</Notice>}
      {earlier && (
        // biome-ignore lint/a11y/useMediaCaption: a recording of an instrument has no words to caption.
        <audio
          ref={hearing.earlier}
          src={`/api/takes/${earlier.id}/audio`}
          preload="none"
          onPlay={said('began', 'earlier')}
          onPause={said('ended', 'earlier')}
          onEnded={said('ended', 'earlier')}
        />
      )}
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
