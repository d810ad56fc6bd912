'use client';
import { useRef } from 'react';
import { useKeys } from '@/app/_components/sound/use-page-keys';
import type { Passage } from '@/core/practice';
import { FASTEST_MARK, SLOWEST_PRACTICE } from '@/core/tempo';
import { sayMeasure, type Vocabulary, wordsOf } from '@/core/time';
import { Key } from '@/ui/key';

export interface PassageChoiceProps {
  readonly choice: {
    /** Printed measures of the student's part. */
    readonly numbers: readonly number[];
    /** What the student was asked for already. */
    readonly asked: Passage | null;
    /** What needs work, a little slower. */
    readonly proposed: Passage | undefined;
  };
  readonly vocabulary: Vocabulary;
}

const FIELD = 'min-h-11 rounded-md border-2 border-rule bg-paper px-2';

/** Once more, but only some measures, at a tempo: the student's next stage. Filled in with what needs work. */
export function PassageChoice({ choice: { numbers, asked, proposed }, vocabulary }: PassageChoiceProps) {
  const only = useRef<HTMLInputElement>(null);
  useKeys({ f: () => only.current?.click() });
  const choose = () => {
    if (only.current) only.current.checked = true;
  };
  const { fromMeasure, toMeasure, bpm } = asked ??
    proposed ?? { fromMeasure: numbers[0]!, toMeasure: numbers.at(-1)!, bpm: undefined };
  const options = numbers.map((number) => (
    <option key={number} value={number}>
      {sayMeasure(number, vocabulary)}
    </option>
  ));
  return (
    <fieldset className="group flex flex-wrap items-center gap-x-3 gap-y-1 text-base">
      <legend className="sr-only">Only some {wordsOf(vocabulary).measures} once more</legend>
      <label className="inline-flex min-h-11 items-center gap-2">
        <input
          ref={only}
          type="checkbox"
          name="only-some"
          defaultChecked={asked !== null}
          aria-keyshortcuts="F"
          className="size-5"
        />
        Once more only <Key>F</Key>
      </label>
      <span className="contents group-has-[[name=only-some]:not(:checked)]:text-faint">
        <label>
          from{' '}
          <select name="from-measure" defaultValue={fromMeasure} onChange={choose} className={FIELD}>
            {options}
          </select>
        </label>
        <label>
          to{' '}
          <select name="to-measure" defaultValue={toMeasure} onChange={choose} className={FIELD}>
            {options}
          </select>
        </label>
        <label>
          at{' '}
          <input
            type="number"
            name="passage-bpm"
            min={SLOWEST_PRACTICE}
            max={FASTEST_MARK}
            defaultValue={bpm}
            onChange={choose}
            className={`${FIELD} w-20`}
          />
        </label>
        <span className="max-lg:sr-only">beats a minute, as the next thing to play</span>
      </span>
    </fieldset>
  );
}
