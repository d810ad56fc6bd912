'use client';
import { DoneWithUndo } from '@/ui/done-with-undo';
import { bringOut } from './actions';
import type { Binnable } from './what-is-in';

/** What was put into the bin just now. */
export function Binned({ what }: { readonly what: Binnable }) {
  return (
    <DoneWithUndo action={bringOut} args={[what]} label="Bring it back">
      The {what.thing} lies in the bin.
    </DoneWithUndo>
  );
}
