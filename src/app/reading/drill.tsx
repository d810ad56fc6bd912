'use client';
import { Check, Play, RotateCcw } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { type Practised, useAddPractice } from '@/app/_components/device/practice-time';
import { QUESTIONS, type Question, sayItem } from '@/core/drills';
import type { EngravedSystem } from '@/engraving/engraving';
import { Button } from '@/ui/button';
import { answerOf, IssueList } from '@/ui/form';
import { keepAnswer } from './actions';
import { RingedSystem } from './ringed-system';

export interface DrillQuestion extends Question {
  readonly system: EngravedSystem;
}

const SECONDS = 60;
const READING: Practised = { assignmentId: undefined, stage: undefined, bpm: undefined, measures: undefined };
/** So long an answer stands: a wrong one longer, with the right one beside it. */
const RIGHT_MS = 700;
const WRONG_MS = 2200;

type State =
  | { readonly kind: 'before' }
  | { readonly kind: 'asks'; readonly index: number; readonly given: string | undefined }
  | { readonly kind: 'over' };

/** Questions for a minute, one after the other; each answer is kept as it is given. */
export function Drill({ questions }: { readonly questions: readonly DrillQuestion[] }) {
  const router = useRouter();
  const addPractice = useAddPractice();
  const [state, setState] = useState<State>({ kind: 'before' });
  const [answers, setAnswers] = useState<readonly { readonly item: string; readonly isRight: boolean }[]>([]);
  const [left, setLeft] = useState(SECONDS);
  const [issues, setIssues] = useState<NonNullable<Awaited<ReturnType<typeof keepAnswer>>['issues']>>([]);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const first = useRef<HTMLButtonElement>(null);
  const isAsking = state.kind === 'asks';
  useEffect(() => {
    if (!isAsking) return;
    const clock = setInterval(() => setLeft((before) => Math.max(0, before - 1)), 1000);
    return () => clearInterval(clock);
  }, [isAsking]);
  useEffect(() => () => clearTimeout(timer.current), []);
  const index = isAsking ? state.index : -1;
  // Whoever answers by the keyboard stays at the answers.
  useEffect(() => {
    if (index > 0) first.current?.focus();
  }, [index]);

  const begin = () => {
    setAnswers([]);
    setLeft(SECONDS);
    setState({ kind: 'asks', index: 0, given: undefined });
  };
  const answer = async (question: DrillQuestion, given: string) => {
    if (state.kind !== 'asks' || state.given !== undefined) return;
    const isRight = given === question.answer;
    const next = state.index + 1;
    setState({ ...state, given });
    setAnswers((before) => [...before, { item: question.item, isRight }]);
    const isOver = left <= 0 || next >= questions.length;
    if (isOver) addPractice(SECONDS - left, READING);
    timer.current = setTimeout(
      () => setState(isOver ? { kind: 'over' } : { kind: 'asks', index: next, given: undefined }),
      isRight ? RIGHT_MS : WRONG_MS,
    );
    const { issues: wrong } = await answerOf(() => keepAnswer(question.item, isRight));
    if (wrong) setIssues(wrong);
  };

  if (state.kind === 'before')
    return (
      <>
        <p className="mb-4 text-lg">
          Notes from your own lines. What you know is asked again in some days, what you do not know soon.
        </p>
        <Button weight="main" onClick={begin} className="min-h-16 px-8 text-xl">
          <Play aria-hidden className="size-6" /> Start
        </Button>
      </>
    );
  if (state.kind === 'over')
    return (
      <Over
        answers={answers}
        onAgain={() => {
          setState({ kind: 'before' });
          router.refresh();
        }}
      />
    );
  const question = questions[state.index]!;
  const { given } = state;
  return (
    <section aria-label="Question" className="space-y-4">
      <p className="flex justify-between gap-4 text-lg">
        <span className="text-2xl font-bold">{QUESTIONS[question.kind]}</span>
        <span
          className="shrink-0 whitespace-nowrap tabular-nums"
          role="timer"
          aria-label={`${left} seconds left`}
        >
          {left} s
        </span>
      </p>
      <RingedSystem system={question.system} eventIds={question.eventIds} />
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        {question.choices.map((choice, place) => (
          <Button
            key={choice}
            ref={place === 0 ? first : undefined}
            disabled={given !== undefined}
            onClick={() => void answer(question, choice)}
            className="min-h-16 text-2xl"
          >
            {choice}
          </Button>
        ))}
      </div>
      <p role="status" className="min-h-10 text-2xl font-bold">
        {given === question.answer && (
          <span className="inline-flex items-center gap-2">
            <Check aria-hidden className="size-8 text-cool" /> Right!
          </span>
        )}
        {given !== undefined && given !== question.answer && `It is ${question.answer}.`}
      </p>
      <IssueList issues={issues} />
    </section>
  );
}

function Over({
  answers,
  onAgain,
}: {
  readonly answers: readonly { readonly item: string; readonly isRight: boolean }[];
  readonly onAgain: () => void;
}) {
  const right = answers.filter(({ isRight }) => isRight).length;
  const missed = [...new Set(answers.filter(({ isRight }) => !isRight).map(({ item }) => item))];
  return (
    <section aria-label="How it went" className="space-y-4">
      <p role="status" className="text-2xl font-bold">
        {right} of {answers.length} right{missed.length === 0 ? ', every one!' : '.'}
      </p>
      {missed.length > 0 && (
        <>
          <h2 className="text-xl font-bold">Look at these once more</h2>
          <ul className="ml-5 list-disc text-lg">
            {missed.map((item) => (
              <li key={item}>{sayItem(item)}</li>
            ))}
          </ul>
        </>
      )}
      <Button weight="main" onClick={onAgain} className="min-h-16 px-8 text-xl">
        <RotateCcw aria-hidden className="size-6" /> Another minute
      </Button>
    </section>
  );
}
