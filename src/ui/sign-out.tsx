'use client';
import { useState, useTransition } from 'react';

/** Small, for it is on every page: the page stays when nobody can be reached. */
export function SignOut({ signOut }: { readonly signOut: () => Promise<void> }) {
  const [isPending, start] = useTransition();
  const [hasFailed, setFailed] = useState(false);
  const leave = () =>
    start(async () => {
      try {
        await signOut();
      } catch (error) {
        // On the way to the sign-in page it is the framework's own.
        if (`${(error as { digest?: unknown }).digest}`.startsWith('NEXT_')) throw error;
        setFailed(true);
      }
    });
  return (
    <>
      <button
        type="button"
        onClick={leave}
        disabled={isPending}
        className="min-h-11 rounded-md px-2 underline underline-offset-4 hover:bg-cool-wash"
      >
        Sign out
      </button>
      {hasFailed && (
        <span role="alert" className="text-base text-warm">
          The school cannot be reached: you are still signed in.
        </span>
      )}
    </>
  );
}
