'use client';
import { useEffect } from 'react';
import { reportProblem } from '@/browser/report-problem';
import { Button } from '@/ui/button';

export default function ErrorPage({ error, reset }: { readonly error: Error; readonly reset: () => void }) {
  useEffect(() => reportProblem(error, 'drawing a page'), [error]);
  return (
    <main className="mx-auto mt-16 max-w-xl rounded-sm border border-rule bg-paper p-6">
      <h1 className="mb-2 text-2xl font-bold">Something broke on our side</h1>
      <p className="mb-4">
        Nothing you handed in is lost. Try the page again; if it stays like this, tell your teacher.
      </p>
      <Button weight="main" onClick={reset}>
        Try again
      </Button>
    </main>
  );
}
