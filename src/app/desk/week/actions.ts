'use server';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { changeWeeklyLetter } from '@/server/access/school/week';
import type { FormState } from '@/ui/form';

export async function letterOnMondays(isWanted: boolean): Promise<FormState> {
  await orNotFound(changeWeeklyLetter(await requireTeacher(), isWanted));
  return { done: isWanted ? 'You get it every Monday.' : 'You get it no more.' };
}
