'use client';
import { Check, Hand, RotateCcw } from 'lucide-react';
import { Label } from 'radix-ui';
import { useActionState, useRef } from 'react';
import { Button } from '@/ui/button';
import { Key } from '@/ui/key';
import { Notice } from '@/ui/notice';
import { useKeys } from '@/ui/use-keys';
import { answer } from './actions';

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
  const accept = useRef<HTMLButtonElement>(null);
  const again = useRef<HTMLButtonElement>(null);
  const seeMe = useRef<HTMLButtonElement>(null);
  const word = useRef<HTMLTextAreaElement>(null);
  useKeys({
    a: () => accept.current?.click(),
    o: () => again.current?.click(),
    v: () => seeMe.current?.click(),
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
        <Button
          ref={accept}
          type="submit"
          name="answer"
          value="accepted"
          weight="main"
          disabled={isPending}
          aria-keyshortcuts="A"
        >
          <Check aria-hidden className="size-5" /> Accept <Key>A</Key>
        </Button>
        <Button
          ref={again}
          type="submit"
          name="answer"
          value="again"
          disabled={isPending}
          aria-keyshortcuts="O"
        >
          <RotateCcw aria-hidden className="size-5" /> Once more, please <Key>O</Key>
        </Button>
        <Button
          ref={seeMe}
          type="submit"
          name="answer"
          value="see-me"
          disabled={isPending}
          aria-keyshortcuts="V"
        >
          <Hand aria-hidden className="size-5" /> Come and see me <Key>V</Key>
        </Button>
      </div>
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      {state.done && <Notice kind="news">{state.done}</Notice>}
    </form>
  );
}
