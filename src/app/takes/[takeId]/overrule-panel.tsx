'use client';
import { PenLine } from 'lucide-react';
import { useState, useTransition } from 'react';
import { useKeys } from '@/app/_components/sound/use-page-keys';
import { firstWeakMeasure } from '@/core/hearing';
import { type MeasureVerdict, OVERRULED, type Overrule } from '@/core/judging';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { Button } from '@/ui/button';
import { SmallChoice } from '@/ui/field';
import { Key } from '@/ui/key';
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
  const [isPending, startTransition] = useTransition();

  const isSaid = (measureIndex: number, quality: Overrule['quality']) =>
    overrules.some((word) => word.measureIndex === measureIndex && word.quality === quality);
  const say = (measureIndex: number, quality: Overrule['quality']) => {
    const turned = needsWork(measures[measureIndex]!, quality) ? 'right' : 'not-right';
    const word = isSaid(measureIndex, quality) ? 'as-judged' : turned;
    setChosen(measureIndex);
    startTransition(() => overrule(takeId, { measureIndex, quality, word }));
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
          const turned = needsWork(measures[chosen]!, quality) ? 'right' : 'not right';
          return (
            <Button
              key={quality}
              disabled={isPending}
              onClick={() => say(chosen, quality)}
              aria-keyshortcuts={`${index + 1}`}
            >
              The {quality}: {isSaid(chosen, quality) ? 'as Mevlo says' : turned} <Key>{`${index + 1}`}</Key>
            </Button>
          );
        })}
      </div>
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
