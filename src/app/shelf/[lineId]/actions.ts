'use server';
import { redirect } from 'next/navigation';
import { orNotFound } from '@/app/_components/not-found-guard';
import { assign } from '@/server/access/assignments';
import { requireTeacher } from '@/server/access/viewer';

export interface AssignState {
  readonly problem?: string;
}

export async function giveOut(_: AssignState, form: FormData): Promise<AssignState> {
  const assigned = await orNotFound(assign(await requireTeacher(), Object.fromEntries(form)));
  return 'problem' in assigned ? assigned : redirect('/desk');
}
