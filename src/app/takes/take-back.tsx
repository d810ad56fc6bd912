'use client';
import { Undo2 } from 'lucide-react';
import type { Answer } from '@/core/practice';
import { sayAnswer } from '@/core/review';
import { Button } from '@/ui/button';
import { useStoredAtOnce } from '@/ui/form';
import { takeBack } from './[takeId]/actions';

interface TakeBackProps {
  readonly answered: {
    readonly takeId: string;
    readonly studentName: string;
    readonly lineNumber: number;
    readonly lineTitle: string;
    readonly answer: Answer;
  };
}

/** The answer that was given just now: a slip is taken back with one touch. */
export function TakeBack({
  answered: { takeId, studentName, lineNumber, lineTitle, answer },
}: TakeBackProps) {
  const { outcome, store, isPending } = useStoredAtOnce(takeBack);
  return (
    <div
      role="status"
      className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1 border-l-4 border-cool bg-cool-wash px-3"
    >
      <p>
        {studentName}, {lineNumber} {lineTitle}: <strong>{sayAnswer(answer)}</strong>
      </p>
      <Button weight="quiet" disabled={isPending} onClick={() => void store(takeId)}>
        <Undo2 aria-hidden className="size-5" /> Take the answer back
      </Button>
      {outcome}
    </div>
  );
}
