import { ArrowRight, Repeat, RotateCcw, Send } from 'lucide-react';
import { type ComponentProps, useCallback } from 'react';
import { SpaceHint } from '@/app/_components/sound/space-hint';
import { useAsWritten } from '@/app/_components/sound/use-as-written';
import type { Mixer } from '@/browser/mixer';
import { playSign, type TakeSign } from '@/browser/take-signs';
import { type AfterClean, NOTHING_AFTER, nextStep } from '@/core/judging';
import type { Line } from '@/core/notation';
import {
  afterCleanTake,
  type Climbing,
  type GoodOutcome,
  isGoodOutcome,
  maybeNextPractice,
  type NextPractice,
  outcomeOf,
  type Quality,
  type SelfRating,
} from '@/core/practice';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { CheckedLine } from '@/ui/music/checked-line';
import { Comparison } from '@/ui/music/comparison';
import type { LineEngravings } from '@/ui/music/engraved-line';
import { Findings } from '@/ui/music/findings';
import { Intonation } from '@/ui/music/intonation';
import { Notice } from '@/ui/notice';
import { Arrival } from './arrival';
import { AfterPlaying } from './cautions';
import { Joy } from './joy';
import { OWN_EARS_FIRST, RatingCard } from './rating-card';
import { Sitting } from './sitting';
import type { SittingTake } from './stand-machine';

/** Where handing in stands: not asked for, on its way, held up with a reason, or through. */
export type HandInState =
  | { readonly kind: 'here' | 'on-its-way' | 'offline' | 'no-answer' | 'handed-in' }
  /** The device has no room for it. */
  | { readonly kind: 'only-in-this-page' }
  | { readonly kind: 'held-up'; readonly problem: string };

interface ResultProps extends Omit<ComponentProps<typeof Sitting>, 'shownId'> {
  readonly take: SittingTake;
  readonly line: Line;
  readonly engravings: LineEngravings;
  readonly vocabulary: Vocabulary;
  readonly climbing: Climbing | undefined;
  /** What comes after the stage at hand, by what the take was like; undefined where nothing does. */
  readonly nextStages: Readonly<Record<GoodOutcome, string | undefined>>;
  /** Hands a good take in and goes on; undefined for somebody who only tries the stand out. */
  readonly onGoOn: ((outcome: GoodOutcome) => void) | undefined;
  readonly makesOwnPitch: boolean;
  readonly asked: readonly Quality[];
  readonly handIn: HandInState;
  /** What the teacher gives for the line once it is learned; undefined for nothing. */
  readonly token: string | undefined;
  readonly caution: string | undefined;
  readonly getMixer: () => Mixer;
  readonly onAgain: () => void;
  readonly onRated: (rating: SelfRating) => void;
  readonly onPractise: (next: NextPractice) => void;
  /** Undefined for somebody who only tries the stand out. */
  readonly onHandIn: (() => void) | undefined;
}

/** A take that was just played: the student's own ears, what the device found, and what to do with it. */
export function Result({
  take,
  takes,
  onShow,
  handedIn,
  asked,
  onRated,
  climbing,
  caution,
  ...rest
}: ResultProps) {
  const { rating } = take;
  const after = climbing ? afterCleanTake(climbing, take.askedBpm) : NOTHING_AFTER;
  return (
    <Arrival
      says={
        rating === undefined
          ? OWN_EARS_FIRST
          : nextStep(take.check.verdict, { vocabulary: rest.vocabulary, after })
      }
    >
      <Sitting takes={takes} shownId={take.id} onShow={onShow} handedIn={handedIn} />
      {rating === undefined ? (
        <RatingCard sound={take.sound} asked={asked} onRated={onRated} />
      ) : (
        <Verdict take={take} rating={rating} asked={asked} after={after} {...rest} />
      )}
      <AfterPlaying caution={caution} />
    </Arrival>
  );
}

function Verdict({
  take,
  rating,
  asked,
  line,
  engravings,
  vocabulary,
  after,
  nextStages,
  onGoOn,
  makesOwnPitch,
  handIn,
  token,
  getMixer,
  onAgain,
  onPractise,
  onHandIn,
}: Omit<ResultProps, 'onRated' | 'climbing' | 'caution' | keyof ComponentProps<typeof Sitting>> & {
  readonly rating: SelfRating;
  readonly after: AfterClean;
}) {
  const { verdict, heard } = take.check;
  const next = maybeNextPractice(verdict, take.askedBpm);
  const outcome = outcomeOf(verdict.state, verdict.measures);
  const good = isGoodOutcome(outcome) ? outcome : undefined;
  const onward = good && sayOnward(after, nextStages[good]);
  const goesOn = onGoOn && onward && good ? { label: onward, act: () => onGoOn(good) } : undefined;
  const asWritten = useAsWritten(line, verdict.tempo.askedBpm, getMixer);
  const onSign = useCallback((sign: TakeSign) => playSign(getMixer(), sign), [getMixer]);
  const isBusy = handIn.kind === 'on-its-way' || handIn.kind === 'handed-in';
  return (
    <div className="space-y-4">
      {take.clipped && (
        <Notice kind="problem">
          The microphone was too loud in places. Move back a little for the next take.
        </Notice>
      )}
      {take.hearsItself && (
        <Notice kind="news">
          The microphone heard the click, too. Mevlo takes it off; with headphones it hears you even better.
        </Notice>
      )}
      {good && <Joy after={after} token={token} onSign={onSign} />}
      <CheckedLine
        line={line}
        engravings={engravings}
        verdict={verdict}
        vocabulary={vocabulary}
        after={after}
        levelsDb={heard.levelsDb}
        sound={take.sound}
        asWritten={asWritten}
      />
      {asWritten.problem && <Notice kind="problem">{asWritten.problem}</Notice>}
      {verdict.state === 'judged' && (
        <Comparison verdict={verdict} rating={rating} asked={asked} vocabulary={vocabulary} who="You" />
      )}
      <Findings verdict={verdict} vocabulary={vocabulary} />
      {makesOwnPitch && <Intonation line={line} verdict={verdict} vocabulary={vocabulary} isOpen />}
      <HandInNotice state={handIn} takeId={take.id} />
      <div className="flex flex-wrap gap-3 border-t-2 border-rule pt-4">
        {goesOn && !isBusy && (
          <Button weight="main" onClick={goesOn.act} className="min-h-16 px-8 text-xl">
            <ArrowRight aria-hidden className="size-6" /> {goesOn.label}
          </Button>
        )}
        {onHandIn && (
          <Button
            weight={next || goesOn ? 'plain' : 'main'}
            onClick={onHandIn}
            disabled={isBusy}
            className="min-h-16 px-8 text-xl"
          >
            <Send aria-hidden className="size-6" />{' '}
            {handIn.kind === 'on-its-way' ? 'Handing in …' : 'Hand in'}
          </Button>
        )}
        {next && (
          <Button weight="main" onClick={() => onPractise(next)} className="min-h-16 px-8 text-xl">
            <Repeat aria-hidden className="size-6" /> {sayNext(next, line, vocabulary)}
          </Button>
        )}
        <Button onClick={onAgain} className="min-h-16 px-8 text-xl">
          <RotateCcw aria-hidden className="size-6" /> Try again
          <SpaceHint />
        </Button>
      </div>
    </div>
  );
}

function HandInNotice({ state, takeId }: { readonly state: HandInState; readonly takeId: string }) {
  switch (state.kind) {
    case 'here':
      return null;
    case 'on-its-way':
      return <Notice kind="news">It is on its way to your teacher …</Notice>;
    case 'offline':
      return (
        <Notice kind="news">
          You are offline. The take is kept on this device and handed in by itself when you are online again.
        </Notice>
      );
    case 'no-answer':
      return (
        <Notice kind="news">
          The school’s server does not answer. The take is kept on this device and handed in by itself when it
          does.
        </Notice>
      );
    case 'only-in-this-page':
      return (
        <Notice kind="problem">
          This device has no room for the take: it is in this page alone. Hand it in before you close the
          page, or make room on the device.
        </Notice>
      );
    case 'held-up':
      return <Notice kind="problem">{state.problem} It is tried again by itself.</Notice>;
    case 'handed-in':
      return (
        <Notice kind="news">
          Handed in. <Link href={`/takes/${takeId}`}>Look at it</Link>
        </Notice>
      );
  }
}

/** `Keep it, on at 72`: what one touch after a good take leads to; undefined where there is nowhere to go. */
function sayOnward(after: AfterClean, nextStage: string | undefined): string | undefined {
  switch (after.kind) {
    case 'faster':
      return `Keep it, on at ${after.bpm}`;
    case 'next-stage':
      return nextStage && `Keep it, next: ${nextStage}`;
    case 'again':
      return 'Keep it, once more';
    case 'learned':
    case 'nothing':
      return undefined;
  }
}

const DOING: Readonly<Record<NextPractice['step'], string>> = {
  clap: 'Clap',
  'name-and-finger': 'Say and finger',
  plain: 'Loop',
};

/** `Loop measures 3 and 4 at 66`. */
function sayNext(
  { fromIndex, toIndex, bpm, step }: NextPractice,
  line: Line,
  vocabulary: Vocabulary,
): string {
  const numbers = line.part.measures.slice(fromIndex, toIndex).map(({ number }) => number);
  const [first, last] = [numbers[0]!, numbers.at(-1)!];
  const where = `${sayMeasure(first, vocabulary)}${first === last ? '' : ` to ${last}`}`;
  return `${DOING[step]} ${where} at ${bpm}`;
}
