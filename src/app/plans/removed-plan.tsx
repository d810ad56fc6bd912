'use client';
import { DoneWithUndo } from '@/ui/done-with-undo';
import { bringBack } from './actions';

/** The plan that was removed just now. */
export function RemovedPlan({ planId }: { readonly planId: string }) {
  return (
    <DoneWithUndo action={bringBack} args={[planId]} label="Bring it back">
      The plan is removed; what was given out with it keeps it.
    </DoneWithUndo>
  );
}
