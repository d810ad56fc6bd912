'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Notice } from '@/ui/notice';

const POLL_MS = 700;
/** After this the student need not sit and watch. */
const PATIENCE_MS = 40_000;

/** Reloads the page's data when the check is through. */
export function WaitForCheck({ takeId }: { readonly takeId: string }) {
  const router = useRouter();
  const [isSlow, setSlow] = useState(false);
  useEffect(() => {
    const started = Date.now();
    const timer = setInterval(async () => {
      const response = await fetch(`/api/takes/${takeId}/state`).catch(() => undefined);
      const body = response?.ok ? ((await response.json()) as { state: string }) : undefined;
      if (body && body.state !== 'waiting') router.refresh();
      if (Date.now() - started > PATIENCE_MS) setSlow(true);
    }, POLL_MS);
    return () => clearInterval(timer);
  }, [takeId, router]);
  return (
    <Notice kind="news">
      {isSlow
        ? 'This takes longer than usual. The take is handed in and safe; come back later.'
        : 'Mevlo is listening to the take …'}
    </Notice>
  );
}
