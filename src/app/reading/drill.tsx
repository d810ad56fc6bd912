'use client';
import { Check, Play, RotateCcw } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { type Practised, usePracticeNotes } from '@/app/_components/device/practice-time';
import { useKeptForLater } from '@/app/_components/device/use-kept-for-later';
import { Ear } from '@/browser/ear';
import type { CountInStyle } from '@/core/counting';
import { type Answer, askedAgain, askOf, firstShownMeasure, type Question, sayItem } from '@/core/drills';
import type { BankName } from '@/core/instruments';
import type { Line } from '@/core/notation';
import type { Vocabulary } from '@/core/time';
import type { EngravedSystem } from '@/engraving/engraving';
import { Button } from '@/ui/button';
import { orNotFetched } from '@/ui/or-not-fetched';
import { FingeringDiagram } from '@/ui/study/fingering-diagram';
import { AskedSystem } from './asked-system';
import { HearMeasure } from './hear-measure';

const loadClapping = () => import('./clap-question');
const ClapQuestion = dynamic(() => orNotFetched(loadClapping().then((module) => module.ClapQuestion)), {
  ssr: false,
});

export interface DrillQuestion extends Question {
  readonly systems: readonly EngravedSystem[];
  /** What sounds, or is clapped. */
  readonly music: Line | undefined;
  readonly bpm: number;
  /** Of the instrument, where fingerings are drawn. */
  readonly holes: readonly number[];
}

const SECONDS = 60;
const READING: Practised = { assignmentId: undefined, stage: undefined, bpm: undefined, measures: undefined };
/** So long an answer stands: a wrong one longer, with the right one beside it. */
const RIGHT_MS = 700;
const WRONG_MS = 2200;

/** What was answered. */
interface Given {
  readonly words: string;
  readonly isRight: boolean;
}

type State =
  | { readonly kind: 'before' }
  | {
      readonly kind: 'asks';
      /** In the order of this round, whatever comes from the school meanwhile. */
      readonly round: readonly DrillQuestion[];
      readonly index: number;
      readonly given: Given | undefined;
    }
  | { readonly kind: 'over' };

interface DrillProps {
  readonly questions: readonly DrillQuestion[];
  readonly vocabulary: Vocabulary;
  readonly countIn: CountInStyle;
  /** The sounds that measures are played with. */
  readonly banks: readonly BankName[];
}

/** Questions for a minute, one after the other; each answer is kept on the device as it is given, and sent from there. */
export function Drill({ questions, vocabulary, countIn, banks }: DrillProps) {
  const router = useRouter();
  const notes = usePracticeNotes();
  const sounding = questions.find(({ kind }) => kind === 'heard')?.music;
  const claps = questions.some(({ kind }) => kind === 'clap');
  useKeptForLater(sounding, banks, async () => {
    if (claps) await Promise.all([loadClapping(), Ear.warm()]);
  });
  const [state, setState] = useState<State>({ kind: 'before' });
  const [answers, setAnswers] = useState<readonly Answer[]>([]);
  const [left, setLeft] = useState(SECONDS);
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
    // Without a connection the same ones are asked again.
    setState({ kind: 'asks', round: askedAgain(questions, answers), index: 0, given: undefined });
    setAnswers([]);
    setLeft(SECONDS);
  };
  const goOn = () => {
    if (state.kind !== 'asks') return;
    const next = state.index + 1;
    const isOver = left <= 0 || next >= state.round.length;
    if (isOver) notes.add(SECONDS - left, READING);
    setState(isOver ? { kind: 'over' } : { ...state, index: next, given: undefined });
  };
  const answer = (question: DrillQuestion, words: string, isRight = words === question.answer) => {
    if (state.kind !== 'asks' || state.given !== undefined) return;
    setState({ ...state, given: { words, isRight } });
    setAnswers((before) => [...before, { item: question.item, isRight }]);
    timer.current = setTimeout(goOn, isRight ? RIGHT_MS : WRONG_MS);
    notes.answer(question.item, isRight);
  };
  const again = async () => {
    setState({ kind: 'before' });
    await notes.send();
    if (navigator.onLine) router.refresh();
  };

  if (state.kind === 'before')
    return (
      <>
        <p className="mb-4 text-lg">
          Notes and rhythms from your own lines. What you know is asked again in some days, what you do not
          know soon.
        </p>
        <Button weight="main" onClick={begin} className="min-h-16 px-8 text-xl">
          <Play aria-hidden className="size-6" /> Start
        </Button>
      </>
    );
  if (state.kind === 'over')
    return <Over answers={answers} vocabulary={vocabulary} onAgain={() => void again()} />;
  const question = state.round[state.index]!;
  const { given: answered } = state;
  return (
    <section aria-label="Question" data-item={question.item} data-bpm={question.bpm} className="space-y-4">
      <p className="flex justify-between gap-4 text-lg">
        <span className="text-2xl font-bold">{askOf(question.kind, vocabulary)}</span>
        <span
          className="shrink-0 whitespace-nowrap tabular-nums"
          role="timer"
          aria-label={`${left} seconds left`}
        >
          {left} s
        </span>
      </p>
      <Shown question={question} />
      {question.kind === 'heard' && question.music && (
        <HearMeasure key={state.index} music={question.music} bpm={question.bpm} />
      )}
      {question.kind === 'clap' && question.music ? (
        answered === undefined && (
          <ClapQuestion
            key={state.index}
            music={question.music}
            bpm={question.bpm}
            countIn={countIn}
            onClapped={(isRight) => answer(question, CLAPPED, isRight)}
            onSkip={goOn}
          />
        )
      ) : (
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          {question.choices.map((choice, place) => {
            const fingering = question.fingerings?.[place];
            return (
              <Button
                key={choice}
                ref={place === 0 ? first : undefined}
                disabled={answered !== undefined}
                onClick={() => answer(question, choice)}
                className="min-h-16 text-2xl"
              >
                {fingering ? (
                  <FingeringDiagram fingering={fingering} holes={question.holes} size={14} />
                ) : (
                  choice
                )}
              </Button>
            );
          })}
        </div>
      )}
      <p role="status" className="min-h-10 text-2xl font-bold">
        {answered?.isRight && (
          <span className="inline-flex items-center gap-2">
            <Check aria-hidden className="size-8 text-cool" /> Right!
          </span>
        )}
        {answered && !answered.isRight && sayMissed(question)}
      </p>
    </section>
  );
}

/** Clapping has no words. */
const CLAPPED = '';

const sayMissed = ({ kind, answer }: Question): string =>
  kind === 'clap' ? 'Not yet: it comes again.' : `It is ${answer}.`;

/** The staff with what is asked about marked in it. */
function Shown({ question }: { readonly question: DrillQuestion }) {
  const { kind, eventIds, measureIndex, systems } = question;
  const from = firstShownMeasure(measureIndex);
  return systems.map((system, index) => (
    <AskedSystem
      key={index}
      system={system}
      ringed={kind === 'complete' ? [] : eventIds}
      covered={kind === 'complete' ? eventIds[0] : undefined}
      framed={kind === 'clap' ? measureIndex : undefined}
      numbered={
        kind === 'heard'
          ? question.choices.map((_, place) => ({ printedIndex: from + place, number: place + 1 }))
          : []
      }
    />
  ));
}

function Over({
  answers,
  vocabulary,
  onAgain,
}: {
  readonly vocabulary: Vocabulary;
  readonly answers: readonly Answer[];
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
              <li key={item}>{sayItem(item, vocabulary)}</li>
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
