'use client';
import { useState } from 'react';
import type { Issue } from '@/core/base';
import type { Ingredients, Often, Recipe } from '@/core/recipe';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { IssueList, resultOf } from '@/ui/form';
import { Notice } from '@/ui/notice';
import { Options } from '@/ui/options';
import { askLearned, askOftenWrong } from './actions';

interface Named {
  readonly id: string;
  readonly title: string;
}

interface LearnedFormProps {
  readonly recipe: Recipe;
  readonly books: readonly Named[];
  readonly classes: readonly { readonly id: string; readonly name: string }[];
  readonly onChange: (change: Partial<Recipe>) => void;
}

/** What was learned so far, and what goes wrong, taken over into the recipe. */
export function LearnedForm({ recipe, books, classes, onChange }: LearnedFormProps) {
  const [bookId, setBookId] = useState(books[0]!.id);
  const [page, setPage] = useState('');
  const [classId, setClassId] = useState(classes[0]?.id ?? '');
  const [issues, setIssues] = useState<readonly Issue[]>();
  const [said, setSaid] = useState<string>();
  const learn = async () => {
    const asked = { bookId, page, instrument: recipe.instrument };
    const learned = await resultOf(() => askLearned(asked));
    setIssues(learned.ok ? undefined : learned.issues);
    setSaid(learned.ok ? sayLearned(learned.value) : undefined);
    if (learned.ok) onChange(changeFor(recipe, learned.value));
  };
  const lookWhatGoesWrong = async () => {
    const often = await resultOf(() => askOftenWrong(classId, recipe.instrument));
    setIssues(often.ok ? undefined : often.issues);
    setSaid(often.ok ? sayOften(often.value) : undefined);
    if (often.ok) onChange({ often: often.value });
  };
  return (
    <div className="space-y-4">
      <div className="grid items-end gap-3 sm:grid-cols-[1fr_6rem_auto]">
        <Choice label="Learned in" value={bookId} onChange={({ target }) => setBookId(target.value)}>
          <Options of={books} />
        </Choice>
        <Field
          label="up to page"
          type="number"
          min={1}
          max={9999}
          value={page}
          onChange={({ target }) => setPage(target.value)}
        />
        <Button onClick={() => void learn()}>Use it</Button>
      </div>
      {classes.length > 0 && (
        <div className="grid items-end gap-3 sm:grid-cols-[1fr_auto]">
          <Choice
            label="What goes wrong in"
            value={classId}
            onChange={({ target }) => setClassId(target.value)}
          >
            <Options of={classes} />
          </Choice>
          <Button onClick={() => void lookWhatGoesWrong()}>Let it come often</Button>
        </div>
      )}
      {issues && <IssueList issues={issues} />}
      {said && <Notice kind="news">{said}</Notice>}
    </div>
  );
}

/** Nothing but what was learned; of meters and keys the one that is there, where the recipe's is not. */
function changeFor(recipe: Recipe, { meters, values, hasRests, pitches, largestLeap, keys }: Ingredients) {
  return {
    values,
    hasRests,
    largestLeap: Math.min(7, largestLeap),
    ...(pitches.length > 0 && { pitches }),
    ...(!meters.includes(recipe.meter) && meters.length > 0 && { meter: meters[0]! }),
    ...(!keys.includes(recipe.keyFifths) && keys.length > 0 && { keyFifths: keys[0]! }),
  } satisfies Partial<Recipe>;
}

function sayLearned({ pitches, values, meters }: Ingredients): string {
  const notes = pitches.length > 0 ? `${pitches.length} notes, ` : '';
  return `Taken over: ${notes}${values.length} values, ${meters.join(' and ')}.`;
}

const sayOften = ({ rhythms, pitches }: Often): string =>
  rhythms.length + pitches.length === 0
    ? 'Nothing is missed by many of this class: nothing comes more often than else.'
    : `It comes often now: ${rhythms.length} rhythms and ${pitches.length} notes of what many miss.`;
