'use client';
import type { Measure } from '@/core/notation';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { Choice } from '@/ui/field';

/** Who plays in a loop. */
export type LoopTurns = 'model' | 'mine-then-yours' | 'click';

export interface LoopWish {
  /** Printed measures, `toIndex` exclusive. */
  readonly fromIndex: number;
  readonly toIndex: number;
  readonly withNoteBefore: boolean;
  readonly turns: LoopTurns;
  /** Times through; Infinity goes on until it is stopped. */
  readonly rounds: number;
}

const TURNS: readonly (readonly [LoopTurns, string])[] = [
  ['model', 'Mevlo plays, I play along'],
  ['mine-then-yours', 'Mevlo first, then I alone'],
  ['click', 'I alone, with the click'],
];
const ROUNDS: readonly (readonly [number, string])[] = [
  [1, 'once'],
  [3, 'three times'],
  [6, 'six times'],
  [Number.POSITIVE_INFINITY, 'until I stop'],
];

interface LoopPanelProps {
  readonly measures: readonly Measure[];
  readonly vocabulary: Vocabulary;
  readonly wish: LoopWish;
  readonly onWish: (wish: LoopWish) => void;
}

/** Which measures to go round in, who plays, and how often. */
export function LoopPanel({ measures, vocabulary, wish, onWish }: LoopPanelProps) {
  const { fromIndex, toIndex, turns, rounds } = wish;
  const options = measures.map(({ number }, index) => (
    <option key={index} value={index}>
      {sayMeasure(number, vocabulary)}
    </option>
  ));
  return (
    <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-4">
      <Choice
        label="From"
        value={fromIndex}
        onChange={({ target }) => {
          const from = Number(target.value);
          onWish({ ...wish, fromIndex: from, toIndex: Math.max(toIndex, from + 1) });
        }}
      >
        {options}
      </Choice>
      <Choice
        label="To"
        value={toIndex - 1}
        onChange={({ target }) => {
          const to = Number(target.value) + 1;
          onWish({ ...wish, toIndex: to, fromIndex: Math.min(fromIndex, to - 1) });
        }}
      >
        {options}
      </Choice>
      <Choice
        label="Who plays"
        value={turns}
        onChange={({ target }) => onWish({ ...wish, turns: TURNS[target.selectedIndex]![0] })}
      >
        {TURNS.map(([id, text]) => (
          <option key={id} value={id}>
            {text}
          </option>
        ))}
      </Choice>
      <Choice
        label="How often"
        value={rounds}
        onChange={({ target }) => onWish({ ...wish, rounds: ROUNDS[target.selectedIndex]![0] })}
      >
        {ROUNDS.map(([count, text]) => (
          <option key={text} value={count}>
            {text}
          </option>
        ))}
      </Choice>
    </div>
  );
}
