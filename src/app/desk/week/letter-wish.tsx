'use client';
import { useStoredAtOnce } from '@/ui/form';
import { letterOnMondays } from './actions';

/** Whether the week comes by letter; a change is stored at once. */
export function LetterWish({ isWanted }: { readonly isWanted: boolean }) {
  const { outcome, store } = useStoredAtOnce(letterOnMondays);
  return (
    <div>
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          defaultChecked={isWanted}
          onChange={(event) => void store(event.currentTarget.checked)}
          className="size-5 accent-cool"
        />
        Send it to me every Monday
      </label>
      {outcome}
    </div>
  );
}
