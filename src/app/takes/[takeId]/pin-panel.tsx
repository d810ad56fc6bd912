'use client';
import { Pin, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { useKeys } from '@/app/_components/sound/use-page-keys';
import type { MeasureVerdict } from '@/core/judging';
import { firstWeakMeasure } from '@/core/review';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { DoneWithUndo } from '@/ui/done-with-undo';
import { ActionForm, FormOutcome, SubmitButton, useStoredAtOnce } from '@/ui/form';
import { Key } from '@/ui/key';
import { pin, putPinBack, takePinOff } from './actions';

export interface PinnedWord {
  readonly id: string;
  readonly measureIndex: number;
  readonly words: string;
  readonly teacherName: string;
}

interface PinPanelProps {
  readonly takeId: string;
  readonly measures: readonly MeasureVerdict[];
  readonly pins: readonly PinnedWord[];
  readonly vocabulary: Vocabulary;
  readonly mayPin: boolean;
  /** The performed measure that is being heard. */
  readonly measureNow: () => number;
  readonly onHear: (measureIndex: number) => void;
}

/** Words that are pinned to measures: heard from there with one press. */
export function PinPanel(props: PinPanelProps) {
  const { takeId, measures, pins, vocabulary, mayPin, onHear } = props;
  const { outcome, store, isPending } = useStoredAtOnce(takePinOff);
  const [takenOff, setTakenOff] = useState<PinnedWord>();
  if (pins.length === 0 && !mayPin) return null;
  const takeOff = async (word: PinnedWord) => {
    const { issues } = await store(takeId, word.id);
    if (!issues) setTakenOff(word);
  };
  const isOff = takenOff && !pins.some(({ id }) => id === takenOff.id);
  return (
    <section aria-label="Pinned words" className="mt-3">
      {pins.length > 0 && (
        <ul className="space-y-1">
          {pins.map((word) => {
            const { id, measureIndex, words, teacherName } = word;
            return (
              <li key={id} className="flex flex-wrap items-center gap-2 border-l-4 border-cool pl-2">
                <Pin aria-hidden className="size-4" />
                <button
                  type="button"
                  onClick={() => onHear(measureIndex)}
                  className="min-h-9 rounded-md px-1 font-bold underline underline-offset-4 hover:bg-cool-wash"
                >
                  {sayMeasure(measures[measureIndex]?.number ?? 0, vocabulary)}
                </button>
                <span>{words}</span>
                <span className="text-base text-faint">{teacherName}</span>
                {mayPin && (
                  <button
                    type="button"
                    disabled={isPending}
                    onClick={() => void takeOff(word)}
                    aria-label={`Take off “${words}”`}
                    className="inline-flex size-9 items-center justify-center rounded-md hover:bg-cool-wash"
                  >
                    <X aria-hidden className="size-4" />
                  </button>
                )}
              </li>
            );
          })}
        </ul>
      )}
      {outcome}
      {isOff && (
        <DoneWithUndo key={takenOff.id} action={putPinBack} args={[takeId, takenOff.id]} label="Put it back">
          “{takenOff.words}” is taken off.
        </DoneWithUndo>
      )}
      {mayPin && <PinForm {...props} />}
    </section>
  );
}

function PinForm({ takeId, measures, vocabulary, measureNow }: PinPanelProps) {
  const words = useRef<HTMLInputElement>(null);
  const measure = useRef<HTMLSelectElement>(null);
  useKeys({
    p: () => {
      if (measure.current) measure.current.value = `${measureNow()}`;
      words.current?.focus();
    },
  });
  return (
    <ActionForm action={pin.bind(null, takeId)} className="mt-2 flex flex-wrap items-end gap-2">
      <label className="text-base text-faint">
        Pin to
        <select
          ref={measure}
          name="measureIndex"
          defaultValue={firstWeakMeasure(measures) ?? 0}
          className="ml-2 min-h-11 rounded-md border-2 border-rule bg-paper px-2 text-ink"
        >
          {measures.map(({ number }, index) => (
            <option key={index} value={index}>
              {sayMeasure(number, vocabulary)}
            </option>
          ))}
        </select>
      </label>
      <label className="grow text-base text-faint">
        <span className="sr-only">A word to pin</span>
        <input
          ref={words}
          name="words"
          maxLength={300}
          placeholder="a word for this place"
          aria-keyshortcuts="P"
          onKeyDown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
          className="min-h-11 w-full rounded-md border-2 border-rule bg-paper px-3 text-lg text-ink"
        />
      </label>
      <SubmitButton>
        <Pin aria-hidden className="size-5" /> Pin it <Key>P</Key>
      </SubmitButton>
      <FormOutcome />
    </ActionForm>
  );
}
