'use client';
import { useEffect } from 'react';
import { reportProblem } from '@/browser/report-problem';
import { Button } from '@/ui/button';

export default function ErrorPage({ error, reset }: { readonly error: Error; readonly reset: () => void }) {
  const isOffline = typeof navigator !== 'undefined' && !navigator.onLine;
  useEffect(() => {
    if (!isOffline) reportProblem(error, 'drawing a page');
  }, [error, isOffline]);
  return (
    <main className="mx-auto mt-16 max-w-xl rounded-sm border border-rule bg-paper p-6">
      <h1 className="mb-2 text-2xl font-bold">
        {isOffline ? 'You are offline' : 'Something broke on our side'}
      </h1>
      <p className="mb-4">
        Nothing you handed in is lost.{' '}
        {isOffline
          ? 'Try the page again when you are online.'
          : 'Try the page again; if it stays like this, tell your teacher.'}
      </p>
      <Button weight="main" onClick={reset}>
        Try again
      </Button>
    </main>
  );
}
