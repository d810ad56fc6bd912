'use client';
import { DoneWithUndo } from '@/ui/done-with-undo';
import { giveOutAgain } from '../shelf/bin/actions';
import { takeBackAll } from '../shelf/give/actions';

/** What was taken back just now. */
export function TakenBack({ assignmentId }: { readonly assignmentId: string }) {
  return (
    <DoneWithUndo action={giveOutAgain} args={[assignmentId]} label="Give it out again">
      It is taken back and leaves everybody’s list.
    </DoneWithUndo>
  );
}

/** What was given out just now. */
export function GivenOut({ batch, count }: { readonly batch: string; readonly count: number }) {
  return (
    <DoneWithUndo action={takeBackAll} args={[batch]} label="Take it back">
      {count === 1 ? 'It is given out.' : `${count} times given out.`}
    </DoneWithUndo>
  );
}
