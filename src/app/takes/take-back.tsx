'use client';
import type { Answer } from '@/core/practice';
import { sayAnswer } from '@/core/review';
import { DoneWithUndo } from '@/ui/done-with-undo';
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

/** The answer that was given just now. */
export function TakeBack({
  answered: { takeId, studentName, lineNumber, lineTitle, answer },
}: TakeBackProps) {
  return (
    <DoneWithUndo action={takeBack} args={[takeId]} label="Take the answer back">
      {studentName}, {lineNumber} {lineTitle}: <strong>{sayAnswer(answer)}</strong>
    </DoneWithUndo>
  );
}
