'use server';
import { redirect } from 'next/navigation';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { bringPlanBack, removePlan, savePlan } from '@/server/access/practice/plans';
import type { FormState } from '@/ui/form';

export async function keepPlan(planId: string | undefined, plan: unknown): Promise<FormState> {
  const { name } = plan as { name?: unknown };
  return answered(savePlan(await requireTeacher(), planId, plan), {
    fresh: '/plans',
    done: `“${name}” is kept.`,
  });
}

export async function dropPlan(planId: string): Promise<FormState> {
  await orNotFound(removePlan(await requireTeacher(), planId));
  redirect(`/plans?removed=${planId}`);
}

export async function bringBack(planId: string): Promise<FormState> {
  return answered(bringPlanBack(await requireTeacher(), planId), { fresh: '/plans', done: 'It is back.' });
}
