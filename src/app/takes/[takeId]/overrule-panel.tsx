'use client';
import { PenLine } from 'lucide-react';
import { useState, useTransition } from 'react';
import { firstWeakMeasure } from '@/core/hearing';
import { type MeasureVerdict, OVERRULED, type Overrule, withOverrules } from '@/core/judging';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { Button } from '@/ui/button';
import { SmallChoice } from '@/ui/field';
import { Key } from '@/ui/key';
import { Notice } from '@/ui/notice';
import { useKeys } from '@/ui/use-keys';
import { overrule } from './actions';

/** A teacher's word with who said it, and when in words. */
export interface SignedOverrule extends Overrule {
  readonly by: string;
}

interface OverrulePanelProps {
  readonly takeId: string;
  /** As Mevlo judged them. */
  readonly measures: readonly MeasureVerdict[];
  readonly overrules: readonly SignedOverrule[];
  readonly vocabulary: Vocabulary;
  /** The performed measure that is being heard. */
  readonly measureNow: () => number;
}

const needsWork = (measure: MeasureVerdict, quality: Overrule['quality']) =>
  quality === 'notes' ? measure.notesNeedWork : measure.rhythmNeedsWork;

/** Where the teacher hears it otherwise: the notes or the rhythm of a measure, with who said so beside what Mevlo said. */
export function OverrulePanel({ takeId, measures, overrules, vocabulary, measureNow }: OverrulePanelProps) {
  const [chosen, setChosen] = useState(firstWeakMeasure(measures) ?? 0);
  const [problem, setProblem] = useState<string>();
  const [isPending, startTransition] = useTransition();
  const heard = withOverrules(measures, overrules);

  const say = (measureIndex: number, quality: Overrule['quality']) => {
    const isSaid = overrules.some((o) => o.measureIndex === measureIndex && o.quality === quality);
    const turned = needsWork(measures[measureIndex]!, quality) ? 'right' : 'not-right';
    const word = isSaid ? 'as-judged' : turned;
    setChosen(measureIndex);
    startTransition(async () =>
      setProblem((await overrule(takeId, { measureIndex, quality, word })).problem),
    );
  };
  useKeys({ '1': () => say(measureNow(), 'notes'), '2': () => say(measureNow(), 'rhythm') });

  const nameOf = (measureIndex: number) => sayMeasure(measures[measureIndex]!.number, vocabulary);
  return (
    <section aria-label="Overrule a measure" className="mt-3">
      <div className="flex flex-wrap items-center gap-3">
        <SmallChoice
          label="Do you hear it otherwise? In"
          value={`${chosen}`}
          onChange={(value) => setChosen(Number(value))}
        >
          {measures.map((_, index) => (
            <option key={index} value={index}>
              {nameOf(index)}
            </option>
          ))}
        </SmallChoice>
        {OVERRULED.map((quality, index) => {
          const isSaid = overrules.some((o) => o.measureIndex === chosen && o.quality === quality);
          const name = quality === 'notes' ? 'notes' : 'rhythm';
          return (
            <Button
              key={quality}
              disabled={isPending}
              onClick={() => say(chosen, quality)}
              aria-keyshortcuts={`${index + 1}`}
              className="min-h-11 px-3"
            >
              {isSaid
                ? `The ${name}: as Mevlo says`
                : `The ${name}: ${needsWork(heard[chosen]!, quality) ? 'right' : 'not right'}`}{' '}
              <Key>{`${index + 1}`}</Key>
            </Button>
          );
        })}
      </div>
      {problem && <Notice kind="problem">{problem}</Notice>}
      {overrules.length > 0 && (
        <ul className="mt-2 space-y-1">
          {overrules.map(({ measureIndex, quality, isRight, by }) => (
            <li key={`${measureIndex} ${quality}`} className="flex items-center gap-2">
              <PenLine aria-hidden className="size-4" />
              <span>
                {nameOf(measureIndex)}, {quality}: <strong>{isRight ? 'right' : 'not right'}</strong> ({by});
                Mevlo said {needsWork(measures[measureIndex]!, quality) ? 'needs work' : 'right'}.
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
