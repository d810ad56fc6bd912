'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Notice } from '@/ui/notice';

/** A drawing takes a few hundredths of a second once the worker has come to it. */
const ASK_AGAIN_MS = 400;
const PATIENCE_MS = 20_000;

/** Stands where a drawing will be, and brings it when the worker has made it. */
export function DrawingComes() {
  const router = useRouter();
  const [isSlow, setSlow] = useState(false);
  useEffect(() => {
    const started = Date.now();
    const timer = setInterval(() => {
      router.refresh();
      if (Date.now() - started > PATIENCE_MS) setSlow(true);
    }, ASK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [router]);
  return (
    <Notice kind="news">
      {isSlow
        ? 'Drawing the line takes longer than usual. It comes by itself; you can go on elsewhere.'
        : 'The line is being drawn …'}
    </Notice>
  );
}
