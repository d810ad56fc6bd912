'use client';
import { createContext, type ReactNode, useContext, useEffect, useMemo } from 'react';
import type { PracticeLog, Practised } from '@/browser/practice-log';
import { reportProblem } from '@/browser/report-problem';

export type { Practised };

/** What goes to the practice book of whoever is signed in. */
interface PracticeNotes {
  /** Adds seconds of playing. */
  readonly add: (seconds: number, what: Practised) => void;
  /** Keeps what was answered in a minute of reading. */
  readonly answer: (item: string, isRight: boolean) => void;
  /** Sends what waits, as far as there is a connection. */
  readonly send: () => Promise<void>;
}

/** Before the page is kept for the time without a connection (`browser/offline`). */
const AFTER_MS = 1500;

const NO_BOOK: PracticeNotes = { add: () => {}, answer: () => {}, send: async () => {} };
const Context = createContext(NO_BOOK);

export const usePracticeNotes = (): PracticeNotes => useContext(Context);

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
  const notes = useMemo<PracticeNotes>(
    () =>
      userId
        ? {
            add: (seconds, what) => void logOf(userId).then((log) => log.add(seconds, what)),
            answer: (item, isRight) => void logOf(userId).then((log) => log.answer(item, isRight)),
            send: async () => (await logOf(userId)).send(),
          }
        : NO_BOOK,
    [userId],
  );
  return <Context value={notes}>{children}</Context>;
}
