'use client';
import { useEffect } from 'react';
import { PracticeLog } from '@/browser/practice-log';
import { reportProblem } from '@/browser/report-problem';
import { isBeingRecorded, TakeStore } from '@/browser/take-store';
import { whoIsGone } from '@/browser/who-is-gone';

/** Nobody's id: what is on the device is all of others. */
const NOBODY = '';

/** On the sign-in page: what the device keeps of people who are gone, or for too long, goes before anybody comes. */
export function ForgetGone() {
  useEffect(() => {
    const forget = async () => {
      const store = await TakeStore.open(NOBODY);
      await store.tidy(isBeingRecorded);
      await store.forgetGone(whoIsGone);
      store.close();
      const log = await PracticeLog.open(NOBODY);
      await log.forgetGone(whoIsGone);
      log.close();
    };
    forget().catch((error: unknown) => reportProblem(error, 'forgetting who is gone'));
  }, []);
  return null;
}
