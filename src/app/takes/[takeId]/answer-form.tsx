'use client';
import { Label } from 'radix-ui';
import { useRef } from 'react';
import { ANSWER_ICONS } from '@/app/_components/answer-icons';
import { useKeys } from '@/app/_components/sound/use-page-keys';
import { ANSWERS, type Answer, LEAST_RATING, MOST_RATING, QUALITIES, type SelfRating } from '@/core/practice';
import type { Vocabulary } from '@/core/time';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { Key } from '@/ui/key';
import { QUALITY_NAMES } from '@/ui/music/quality-names';
import { answer } from './actions';
import { PassageChoice, type PassageChoiceProps } from './passage-choice';

const BUTTONS: Readonly<Record<Answer, { readonly key: string; readonly label: string }>> = {
  accepted: { key: 'A', label: 'Accept' },
  again: { key: 'O', label: 'Once more, please' },
  'see-me': { key: 'V', label: 'Come and see me' },
};

const RATINGS = Array.from({ length: MOST_RATING - LEAST_RATING + 1 }, (_, index) => LEAST_RATING + index);

/** The teacher's word on a take. */
export function AnswerForm({
  takeId,
  comment,
  rating,
  passages,
  vocabulary,
  nextHref,
}: {
  readonly takeId: string;
  readonly comment: string;
  /** The teacher's own, so far. */
  readonly rating: SelfRating;
  /** What may be asked for instead of the whole line; undefined when the line is gone. */
  readonly passages: PassageChoiceProps['choice'] | undefined;
  readonly vocabulary: Vocabulary;
  /** Where to go when it is said; undefined to stay. */
  readonly nextHref: string | undefined;
}) {
  const buttons = useRef<Partial<Record<Answer, HTMLButtonElement | null>>>({});
  const word = useRef<HTMLTextAreaElement>(null);
  useKeys({
    a: () => buttons.current.accepted?.click(),
    o: () => buttons.current.again?.click(),
    v: () => buttons.current['see-me']?.click(),
    c: () => word.current?.focus(),
  });
  return (
    // The keys stay in sight while the line above is heard and looked at.
    <ActionForm
      action={answer.bind(null, takeId, nextHref)}
      className="sticky bottom-0 z-10 -mx-2 border-t-2 border-rule bg-paper px-2 py-2"
    >
      <div className="grid items-end gap-x-3 gap-y-2 lg:grid-cols-[1fr_auto]">
        <div>
          <Label.Root htmlFor="comment" className="font-bold">
            Your word to the student <Key>C</Key>
          </Label.Root>
          <textarea
            ref={word}
            id="comment"
            aria-keyshortcuts="C"
            onKeyDown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
            name="comment"
            rows={1}
            maxLength={1000}
            defaultValue={comment}
            className="field-sizing-content block max-h-40 min-h-11 w-full rounded-md border-2 border-ink bg-paper px-3 py-1.5 text-lg"
          />
        </div>
        <div className="flex flex-wrap gap-2">
          {ANSWERS.map((value) => {
            const Icon = ANSWER_ICONS[value];
            const { key, label } = BUTTONS[value];
            return (
              <SubmitButton
                key={value}
                ref={(button) => {
                  buttons.current[value] = button;
                }}
                name="answer"
                value={value}
                weight={value === 'accepted' ? 'main' : 'plain'}
                aria-keyshortcuts={key}
              >
                <Icon aria-hidden className="size-5" /> {label} <Key>{key}</Key>
              </SubmitButton>
            );
          })}
        </div>
      </div>
      <div className="flex flex-wrap items-start gap-x-6">
        {passages && <PassageChoice choice={passages} vocabulary={vocabulary} />}
        <details open={Object.keys(rating).length > 0}>
          <summary className="min-h-11 cursor-pointer py-2.5 py-2 text-base text-cool underline underline-offset-4">
            Rate it as well, out of ten
          </summary>
          <div className="flex flex-wrap gap-x-5 gap-y-1">
            {QUALITIES.map((quality) => (
              <label key={quality} className="text-base">
                {QUALITY_NAMES[quality]}
                <select
                  name={`rating-${quality}`}
                  defaultValue={rating[quality] ?? ''}
                  className="ml-2 min-h-11 rounded-md border-2 border-rule bg-paper px-2"
                >
                  <option value="">–</option>
                  {RATINGS.map((value) => (
                    <option key={value} value={value}>
                      {value}
                    </option>
                  ))}
                </select>
              </label>
            ))}
          </div>
        </details>
      </div>
      <FormOutcome />
    </ActionForm>
  );
}
