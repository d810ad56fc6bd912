'use client';
import { useEffect } from 'react';
import { forgetPages, keepPage } from '@/browser/offline';

/** Keeps the page for the time without a connection, or forgets what was kept of somebody who has left. */
export function Offline({ isKept }: { readonly isKept: boolean }) {
  useEffect(() => {
    if (isKept) void keepPage();
    else void forgetPages();
  }, [isKept]);
  return null;
}
