import { ArrowRight, Repeat, RotateCcw, Send } from 'lucide-react';
import { SpaceHint } from '@/app/_components/sound/space-hint';
import type { AfterClean } from '@/core/judging';
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
import { RatingCard } from './rating-card';
import type { SittingTake } from './stand-machine';

/** Where handing in stands: not asked for, on its way, held up with a reason, or through. */
export type HandInState =
  | { readonly kind: 'here' | 'on-its-way' | 'offline' | 'no-answer' | 'handed-in' }
  /** The device has no room for it. */
  | { readonly kind: 'only-in-this-page' }
  | { readonly kind: 'held-up'; readonly problem: string };

interface ResultProps {
  readonly take: SittingTake;
  readonly line: Line;
  readonly engravings: LineEngravings;
  readonly vocabulary: Vocabulary;
  readonly climbing: Climbing | undefined;
  /** What comes after the stage at hand; undefined where nothing does. */
  readonly nextStage: string | undefined;
  /** Hands a good take in and goes on; undefined for somebody who only tries the stand out. */
  readonly onGoOn: ((outcome: GoodOutcome) => void) | undefined;
  readonly makesOwnPitch: boolean;
  readonly asked: readonly Quality[];
  readonly handIn: HandInState;
  readonly onAgain: () => void;
  readonly onRated: (rating: SelfRating) => void;
  readonly onPractise: (next: NextPractice) => void;
  /** Undefined for somebody who only tries the stand out. */
  readonly onHandIn: (() => void) | undefined;
}

/** A take that was just played: the student's own ears, what the device found, and what to do with it. */
export function Result({ take, asked, onRated, ...rest }: ResultProps) {
  if (take.rating === undefined)
    return <RatingCard key={take.id} sound={take.sound} asked={asked} onRated={onRated} />;
  return <Verdict take={take} rating={take.rating} asked={asked} {...rest} />;
}

function Verdict({
  take,
  rating,
  asked,
  line,
  engravings,
  vocabulary,
  climbing,
  nextStage,
  onGoOn,
  makesOwnPitch,
  handIn,
  onAgain,
  onPractise,
  onHandIn,
}: Omit<ResultProps, 'onRated'> & { readonly rating: SelfRating }) {
  const { verdict, heard } = take.check;
  const next = maybeNextPractice(verdict, take.askedBpm);
  const after = climbing && afterCleanTake(climbing, take.askedBpm);
  const outcome = outcomeOf(verdict.state, verdict.measures);
  const onward = after && sayOnward(after, nextStage);
  const goesOn =
    onGoOn && onward && isGoodOutcome(outcome) ? { label: onward, act: () => onGoOn(outcome) } : undefined;
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
      <CheckedLine
        line={line}
        engravings={engravings}
        verdict={verdict}
        vocabulary={vocabulary}
        after={after}
        levelsDb={heard.levelsDb}
        sound={take.sound}
      />
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
