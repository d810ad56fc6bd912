'use client';
import { useWhatComes } from '@/app/_components/use-what-comes';
import { Notice } from '@/ui/notice';

const ASK_AGAIN = { everyMs: 700, patienceMs: 40_000 };

/** Reloads the page's data when the check is through. */
export function WaitForCheck({ takeId }: { readonly takeId: string }) {
  const isSlow = useWhatComes({ ...ASK_AGAIN, isReady: () => isThrough(takeId) });
  return (
    <Notice kind="news">
      {isSlow
        ? 'This takes longer than usual. The take is handed in and safe; come back later.'
        : 'Mevlo is listening to the take …'}
    </Notice>
  );
}

/** Without an answer it is asked again. */
async function isThrough(takeId: string): Promise<boolean> {
  const response = await fetch(`/api/takes/${takeId}/state`).catch(() => undefined);
  if (!response?.ok) return false;
  const { state } = (await response.json()) as { readonly state: string };
  return state !== 'waiting';
}
