'use server';
import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { assign } from '@/server/access/practice/giving-out';
import { changeFacts, removeLine } from '@/server/access/shelf/shelf';

export interface AssignState {
  readonly problem?: string;
}

export async function giveOut(_: AssignState, form: FormData): Promise<AssignState> {
  const wanted = { ...Object.fromEntries(form), studentIds: form.getAll('studentIds') };
  const assigned = await orNotFound(assign(await requireTeacher(), wanted));
  return 'problem' in assigned ? assigned : redirect('/desk');
}

export interface FactsState {
  readonly problem?: string;
  readonly done?: string;
}

/** Number, page, level and token. */
export async function placeLine(lineId: string, _: FactsState, form: FormData): Promise<FactsState> {
  const problem = await orNotFound(changeFacts(await requireTeacher(), lineId, Object.fromEntries(form)));
  if (problem) return { problem };
  revalidatePath(`/shelf/${lineId}`);
  return { done: 'Noted.' };
}

export async function takeOffShelf(lineId: string, _: FactsState): Promise<FactsState> {
  const problem = await orNotFound(removeLine(await requireTeacher(), lineId));
  return problem ? { problem } : redirect('/shelf');
}
