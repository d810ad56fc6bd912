'use server';
import { revalidatePath } from 'next/cache';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { assignMany, takeBackMany } from '@/server/access/practice/giving-out';
import type { FormState } from '@/ui/form';

/** Several lines to several classes. */
export async function giveMany(_: FormState, form: FormData): Promise<FormState> {
  const text = (name: string) => `${form.get(name) ?? ''}`;
  const wish = {
    lines: form.getAll('lineId').map((lineId) => ({
      lineId,
      startBpm: form.get(`start-${lineId}`),
      goalBpm: form.get(`goal-${lineId}`),
    })),
    classes: form
      .getAll('classId')
      .map((classId) => ({ classId, studentIds: form.getAll(`students-${classId}`) })),
    dueOn: text('dueOn'),
    fromOn: text('fromOn'),
    word: text('word'),
    plan: text('plan'),
    chunking: text('chunking'),
  };
  return answered(assignMany(await requireTeacher(), wish), {
    to: ({ ids, batch }) => `/desk?batch=${batch}&count=${ids.length}`,
  });
}

/** Takes back what was given out with one touch. */
export async function takeBackAll(batch: string): Promise<FormState> {
  const count = await orNotFound(takeBackMany(await requireTeacher(), batch));
  revalidatePath('/desk');
  return { done: count === 1 ? 'It is taken back.' : `All ${count} are taken back.` };
}
