'use client';
import { Notice } from '@/ui/notice';
import { Progress } from '@/ui/progress';
import { useWhatComes } from './use-what-comes';

/** A drawing takes a few tenths of a second once the worker has come to it. */
const ASK_AGAIN = { everyMs: 400, patienceMs: 20_000 };

interface DrawingComesProps {
  /** How many drawings are there, of how many; undefined where nobody knows. */
  readonly drawings?: { readonly done: number; readonly of: number };
}

/** Stands where a drawing will be, and brings it when the worker has made it. */
export function DrawingComes({ drawings }: DrawingComesProps) {
  const isSlow = useWhatComes(ASK_AGAIN);
  return (
    <Notice kind="news">
      <p>
        {isSlow
          ? 'Drawing the line takes longer than usual. It comes by itself; you can go on elsewhere.'
          : 'The line is being drawn …'}
      </p>
      {drawings && drawings.done < drawings.of && <Progress name="Drawings" {...drawings} />}
    </Notice>
  );
}
