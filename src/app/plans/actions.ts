'use server';
import { revalidatePath } from 'next/cache';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { removePlan, savePlan } from '@/server/access/practice/plans';

/** @returns what is wrong, if anything. */
export async function keepPlan(planId: string | undefined, plan: unknown): Promise<string | undefined> {
  const problem = await orNotFound(savePlan(await requireTeacher(), planId, plan));
  if (!problem) revalidatePath('/plans');
  return problem;
}

export async function dropPlan(planId: string): Promise<void> {
  await orNotFound(removePlan(await requireTeacher(), planId));
  revalidatePath('/plans');
}
