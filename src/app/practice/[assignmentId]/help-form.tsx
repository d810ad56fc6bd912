'use client';
import type { Line } from '@/core/notation';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { Choice } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { ask } from './actions';

interface HelpFormProps {
  readonly assignmentId: string;
  readonly stageId: string;
  readonly line: Line;
  readonly vocabulary: Vocabulary;
}

/** Asks the teacher for help with one measure. */
export function HelpForm({ assignmentId, stageId, line, vocabulary }: HelpFormProps) {
  return (
    <details className="text-base">
      <summary className="min-h-11 cursor-pointer py-2.5 text-faint">I need help</summary>
      <ActionForm action={ask.bind(null, assignmentId)} className="mt-2 flex flex-wrap items-end gap-3">
        <input type="hidden" name="stage" value={stageId} />
        <Choice label="With" name="measure">
          {[...new Set(line.part.measures.map(({ number }) => number))].map((number) => (
            <option key={number} value={number}>
              {sayMeasure(number, vocabulary)}
            </option>
          ))}
        </Choice>
        <SubmitButton>Ask my teacher</SubmitButton>
        <FormOutcome />
      </ActionForm>
    </details>
  );
}
