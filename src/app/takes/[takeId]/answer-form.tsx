'use client';
import { Check, RotateCcw } from 'lucide-react';
import { Label } from 'radix-ui';
import { useActionState } from 'react';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { answer } from './actions';

/** The teacher's word on a take. */
export function AnswerForm({ takeId, comment }: { readonly takeId: string; readonly comment: string }) {
  const [state, submit, isPending] = useActionState(answer.bind(null, takeId), {});
  return (
    <form action={submit} className="grid items-end gap-3 md:grid-cols-[1fr_auto]">
      <div>
        <Label.Root htmlFor="comment" className="mb-1 block font-bold">
          Your word to the student
        </Label.Root>
        <textarea
          id="comment"
          name="comment"
          rows={2}
          maxLength={1000}
          defaultValue={comment}
          className="block w-full rounded-md border-2 border-ink bg-paper p-3 text-lg"
        />
      </div>
      <div className="flex flex-wrap gap-2">
        <Button type="submit" name="answer" value="accepted" weight="main" disabled={isPending}>
          <Check aria-hidden className="size-5" /> Accept
        </Button>
        <Button type="submit" name="answer" value="again" disabled={isPending}>
          <RotateCcw aria-hidden className="size-5" /> Once more, please
        </Button>
      </div>
      {state.problem && <Notice kind="problem">{state.problem}</Notice>}
      {state.done && <Notice kind="news">{state.done}</Notice>}
    </form>
  );
}
