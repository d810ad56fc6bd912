'use server';
import { revalidatePath } from 'next/cache';
import { orNotFound } from '@/app/_components/not-found-guard';
import { answerTake } from '@/server/access/takes';
import { requireTeacher } from '@/server/access/viewer';

export interface AnswerState {
  readonly problem?: string;
  readonly done?: string;
}

export async function answer(takeId: string, _: AnswerState, form: FormData): Promise<AnswerState> {
  const problem = await orNotFound(answerTake(await requireTeacher(), takeId, Object.fromEntries(form)));
  if (problem) return { problem };
  revalidatePath(`/takes/${takeId}`);
  return { done: form.get('answer') === 'accepted' ? 'Accepted.' : 'Asked to play it again.' };
}
