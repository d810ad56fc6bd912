'use client';
import { useState } from 'react';
import type { CountInStyle } from '@/core/counting';
import type { Words } from '@/core/time';
import { Choice } from '@/ui/field';
import { useStoredAtOnce } from '@/ui/form';
import { useWords } from '@/ui/vocabulary';
import { changeLeadIn } from './actions';

const MEASURES: readonly (readonly [CountInStyle['measures'], (words: Words) => string])[] = [
  ['one', ({ measure }) => `one full ${measure}`],
  ['two-in-three', ({ measure }) => `one ${measure}, two where it has three beats`],
  ['two', ({ measures }) => `two ${measures}`],
];
const ENDINGS: readonly (readonly [CountInStyle['ending'], string])[] = [
  ['numbers', 'numbers: 1 2 3 4'],
  ['ready-go', 'ready, go: 1 2 ready go'],
];

/** How the class counts in; stored as soon as it is chosen. */
export function CountInChoice({
  classId,
  countIn,
}: {
  readonly classId: string;
  readonly countIn: CountInStyle;
}) {
  const [style, setStyle] = useState(countIn);
  const words = useWords();
  const { outcome, store } = useStoredAtOnce(changeLeadIn);
  const choose = (change: Partial<CountInStyle>) => {
    const next = { ...style, ...change };
    setStyle(next);
    return store(classId, next);
  };
  return (
    <div className="mt-6 grid gap-4 border-t-2 border-rule pt-4 sm:grid-cols-2">
      <Choice
        label="Count-in"
        value={style.measures}
        onChange={({ target }) => void choose({ measures: MEASURES[target.selectedIndex]![0] })}
      >
        {MEASURES.map(([id, name]) => (
          <option key={id} value={id}>
            {name(words)}
          </option>
        ))}
      </Choice>
      <Choice
        label="Counted with"
        value={style.ending}
        onChange={({ target }) => void choose({ ending: ENDINGS[target.selectedIndex]![0] })}
      >
        {ENDINGS.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      {outcome}
    </div>
  );
}
