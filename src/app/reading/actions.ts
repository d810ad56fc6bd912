'use server';
import { answered } from '@/app/_components/answered';
import { dayOf } from '@/core/calendar';
import { requireViewer } from '@/server/access/account/viewer';
import { keepDrillAnswer } from '@/server/access/practice/drills';
import type { FormState } from '@/ui/form';

/** A question was answered. */
export async function keepAnswer(item: string, isRight: boolean): Promise<FormState> {
  return answered(keepDrillAnswer(await requireViewer(), { item, isRight }, dayOf(new Date())));
}
