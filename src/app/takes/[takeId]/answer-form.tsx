'use client';
import { Label } from 'radix-ui';
import { useActionState, useRef } from 'react';
import { ANSWER_ICONS } from '@/app/_components/answer-icons';
import { useKeys } from '@/app/_components/sound/use-page-keys';
import { ANSWERS, type Answer } from '@/core/hearing';
import { Button } from '@/ui/button';
import { Key } from '@/ui/key';
import { Notice } from '@/ui/notice';
import { answer } from './actions';

const BUTTONS: Readonly<Record<Answer, { readonly key: string; readonly label: string }>> = {
  accepted: { key: 'A', label: 'Accept' },
  again: { key: 'O', label: 'Once more, please' },
  'see-me': { key: 'V', label: 'Come and see me' },
};

/** The teacher's word on a take. */
export function AnswerForm({
  takeId,
  comment,
  nextHref,
}: {
  readonly takeId: string;
  readonly comment: string;
  /** Where to go when it is said; undefined to stay. */
  readonly nextHref: string | undefined;
}) {
  const [state, submit, isPending] = useActionState(answer.bind(null, takeId, nextHref), {});
  const buttons = useRef<Partial<Record<Answer, HTMLButtonElement | null>>>({});
  const word = useRef<HTMLTextAreaElement>(null);
  useKeys({
    a: () => buttons.current.accepted?.click(),
    o: () => buttons.current.again?.click(),
    v: () => buttons.current['see-me']?.click(),
    c: () => word.current?.focus(),
  });
  return (
    <form action={submit} className="grid items-end gap-3 md:grid-cols-[1fr_auto]">
      <div>
        <Label.Root htmlFor="comment" className="mb-1 block font-bold">
          Your word to the student <Key>C</Key>
        </Label.Root>
        <textarea
          ref={word}
          id="comment"
          aria-keyshortcuts="C"
          onKeyDown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
          name="comment"
          rows={2}
          maxLength={1000}
          defaultValue={comment}
          className="block w-full rounded-md border-2 border-ink bg-paper p-3 text-lg"
        />
      </div>
      <div className="flex flex-wrap gap-2">
        {ANSWERS.map((value) => {
          const Icon = ANSWER_ICONS[value];
          const { key, label } = BUTTONS[value];
          return (
            <Button
              key={value}
              ref={(button) => {
                buttons.current[value] = button;
              }}
              type="submit"
              name="answer"
              value={value}
              weight={value === 'accepted' ? 'main' : 'plain'}
              disabled={isPending}
              aria-keyshortcuts={key}
            >
              <Icon aria-hidden className="size-5" /> {label} <Key>{key}</Key>
            </Button>
          );
        })}
      </div>
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      {state.done && <Notice kind="news">{state.done}</Notice>}
    </form>
  );
}
