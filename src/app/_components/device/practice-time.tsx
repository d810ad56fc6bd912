'use client';
import { createContext, type ReactNode, useCallback, useContext, useEffect } from 'react';
import type { PracticeLog, Practised } from '@/browser/practice-log';
import { reportProblem } from '@/browser/report-problem';

export type { Practised };

/** Adds seconds of playing to the practice book. */
export type AddPractice = (seconds: number, what: Practised) => void;

/** Before the page is kept for the time without a connection (`browser/offline`). */
const AFTER_MS = 1500;

const Context = createContext<AddPractice>(() => undefined);

export const useAddPractice = (): AddPractice => useContext(Context);

/** One a page of the browser, whoever is signed in: pages follow one another, and what one of them has noted is still being written. */
let opened: { readonly userId: string; readonly log: Promise<PracticeLog> } | undefined;

function logOf(userId: string): Promise<PracticeLog> {
  if (opened?.userId === userId) return opened.log;
  void opened?.log.then((log) => log.close());
  const log = import('@/browser/practice-log').then(({ PracticeLog }) => PracticeLog.open(userId));
  opened = { userId, log };
  log.then((one) => one.begin()).catch((error: unknown) => reportProblem(error, 'the store of practice'));
  return log;
}

/** Keeps what the signed-in student practises. @param userId undefined for somebody who has no book. */
export function PracticeTimeProvider({
  userId,
  children,
}: {
  readonly userId: string | undefined;
  readonly children: ReactNode;
}) {
  useEffect(() => {
    if (!userId) return;
    // Nobody waits for it, and nobody has practised before.
    const timer = setTimeout(() => void logOf(userId), AFTER_MS);
    return () => clearTimeout(timer);
  }, [userId]);
  const add = useCallback<AddPractice>(
    (seconds, what) => {
      if (userId) void logOf(userId).then((log) => log.add(seconds, what));
    },
    [userId],
  );
  return <Context value={add}>{children}</Context>;
}
