'use client';
import { useActionState } from 'react';
import type { Line } from '@/core/notation';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { ask } from './actions';

interface HelpFormProps {
  readonly assignmentId: string;
  readonly stageId: string;
  readonly line: Line;
  readonly vocabulary: Vocabulary;
}

/** Asks the teacher for help with one measure. */
export function HelpForm({ assignmentId, stageId, line, vocabulary }: HelpFormProps) {
  const [state, submit, isPending] = useActionState(ask.bind(null, assignmentId), {});
  return (
    <details className="text-base">
      <summary className="min-h-8 cursor-pointer text-faint">I need help</summary>
      <form action={submit} className="mt-2 flex flex-wrap items-end gap-3">
        <input type="hidden" name="stage" value={stageId} />
        <Choice label="With" name="measure">
          {line.part.measures.map(({ number }) => (
            <option key={number} value={number}>
              {sayMeasure(number, vocabulary)}
            </option>
          ))}
        </Choice>
        <Button type="submit" disabled={isPending}>
          Ask my teacher
        </Button>
        {state.problem && <Notice kind="problem">{state.problem}</Notice>}
        {state.done && <Notice kind="news">{state.done}</Notice>}
      </form>
    </details>
  );
}
