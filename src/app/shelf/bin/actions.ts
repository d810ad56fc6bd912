'use server';
import { revalidatePath } from 'next/cache';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { bringBack, giveAgain, removeForGood } from '@/server/access/shelf/bin';
import type { FormState } from '@/ui/form';

export async function bringOut(what: unknown): Promise<FormState> {
  await orNotFound(bringBack(await requireTeacher(), what));
  revalidatePath('/shelf', 'layout');
  return { done: 'It is back in its place.' };
}

export async function deleteIt(what: unknown): Promise<FormState> {
  await orNotFound(removeForGood(await requireTeacher(), what));
  revalidatePath('/shelf', 'layout');
  return { done: 'Gone for good.' };
}

/** What was taken back is given out as it was. */
export async function giveOutAgain(assignmentId: string): Promise<FormState> {
  await orNotFound(giveAgain(await requireTeacher(), assignmentId));
  revalidatePath('/desk');
  revalidatePath('/shelf/bin');
  return { done: 'It is given out again, as it was.' };
}
