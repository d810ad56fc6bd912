'use client';
import { Check, Ear, Hand, RotateCcw, Volume2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { capital } from '@/core/base';
import { type MeasureInWords, verdictInWords } from '@/core/judging';
import type { Line } from '@/core/notation';
import { isGoodOutcome } from '@/core/practice';
import type { CoachEnd, CoachTask, Width } from '@/core/practice/coach';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { Button } from '@/ui/button';
import type { AtCoach, CoachNow } from './coach-now';

interface CoachPanelProps {
  readonly coach: AtCoach;
  readonly line: Line;
  readonly vocabulary: Vocabulary;
}

/** The coach in large signs: what to do now, and what the last time was like. Read from two metres. */
export function CoachPanel({ coach: { coach: now, goOn, stop }, line, vocabulary }: CoachPanelProps) {
  if (!now) return null;
  const { phase, said, coach } = now;
  return (
    <section
      aria-label="Practising"
      data-coach={phase}
      data-task={JSON.stringify(coach.task)}
      className="space-y-4"
    >
      {said && <Said said={said} vocabulary={vocabulary} />}
      {phase === 'over' ? (
        <Ended
          end={coach.end!}
          left={coach.left}
          line={line}
          vocabulary={vocabulary}
          onGoOn={goOn}
          onStop={stop}
        />
      ) : (
        <p role="status" className="flex flex-wrap items-center gap-4 text-3xl font-bold">
          {phase === 'shows' ? (
            <Volume2 aria-hidden className="size-12" />
          ) : (
            <Ear aria-hidden className="size-12" />
          )}
          <span>
            {phase === 'says' ? 'Next: ' : phase === 'shows' ? 'Mevlo plays: ' : 'You play: '}
            {sayTask(coach.task, line, vocabulary)}
          </span>
        </p>
      )}
    </section>
  );
}

function Said({
  said,
  vocabulary,
}: {
  readonly said: NonNullable<CoachNow['said']>;
  readonly vocabulary: Vocabulary;
}) {
  const { heard, verdict, line } = said;
  if (heard.kind === 'nothing')
    return (
      <Sign icon={<Hand aria-hidden className="size-14" />} tone="border-rule">
        I did not hear you well. Once more!
      </Sign>
    );
  const isRight = isGoodOutcome(heard.outcome);
  const first = isRight ? undefined : firstFault(verdictInWords(line, verdict, vocabulary));
  return (
    <Sign
      icon={
        isRight ? <Check aria-hidden className="size-14" /> : <RotateCcw aria-hidden className="size-14" />
      }
      tone={isRight ? 'border-cool bg-cool-wash' : 'border-warm bg-warm-wash'}
    >
      {isRight ? 'Right!' : 'Not yet.'}
      {first && <span className="block text-xl font-normal">{first}</span>}
    </Sign>
  );
}

/** `Measure 3. Beat 1: C♯ instead of B.` */
function firstFault([first]: readonly MeasureInWords[]): string | undefined {
  return first && `${capital(first.name)}. ${first.sentences[0] ?? ''}`;
}

function Sign({
  icon,
  tone,
  children,
}: {
  readonly icon: ReactNode;
  readonly tone: string;
  readonly children: ReactNode;
}) {
  return (
    <div role="status" className={`flex items-center gap-5 border-8 px-6 py-3 text-4xl font-bold ${tone}`}>
      {icon}
      <div>{children}</div>
    </div>
  );
}

const WIDTH_NAMES: Readonly<Record<Exclude<Width, 'line' | 'measure'>, string>> = {
  'two-notes': 'two notes, back and forth',
  'lead-in': 'with the note before it',
  between: 'between its neighbours',
  phrase: 'the whole phrase',
};

/** `measure 3, three times`, `measures 2 to 4, between its neighbours`, `the whole line`. */
function sayTask({ width, range, times }: CoachTask, { part }: Line, vocabulary: Vocabulary): string {
  if (width === 'line') return 'the whole line';
  const [first, last] = [part.measures[range.fromIndex]!.number, part.measures[range.toIndex - 1]!.number];
  const where = `${sayMeasure(first, vocabulary)}${first === last ? '' : ` to ${last}`}`;
  const how = width === 'measure' ? '' : `, ${WIDTH_NAMES[width]}`;
  return `${where}${how}${times > 1 ? `, ${times} times` : ''}`;
}

const ENDS: Readonly<Record<CoachEnd, string>> = {
  goal: 'You have it, at the goal tempo!',
  rest: 'You have played for twelve minutes. Rest now: put it down, breathe, shake your hands.',
  silence: 'I hear nothing. Is the microphone on? Press when you are ready.',
  'ask-teacher': 'This is a hard one. Show it to your teacher.',
};

function Ended({
  end,
  left,
  line,
  vocabulary,
  onGoOn,
  onStop,
}: {
  readonly end: CoachEnd;
  readonly left: readonly number[];
  readonly line: Line;
  readonly vocabulary: Vocabulary;
  readonly onGoOn: () => void;
  readonly onStop: () => void;
}) {
  const names = left.map((index) => sayMeasure(line.part.measures[index]!.number, vocabulary));
  return (
    <div role="status" className="space-y-3 text-2xl font-bold">
      <p>{ENDS[end]}</p>
      {names.length > 0 && <p className="text-xl font-normal">For your teacher: {names.join(', ')}.</p>}
      <div className="flex flex-wrap gap-3">
        {end !== 'goal' && (
          <Button weight="main" onClick={onGoOn} className="min-h-16 px-8 text-xl">
            Go on
          </Button>
        )}
        <Button onClick={onStop} className="min-h-16 px-8 text-xl">
          Enough for now
        </Button>
      </div>
    </div>
  );
}
