'use server';
import { answered } from '@/app/_components/answered';
import { requireTeacher } from '@/server/access/account/viewer';
import { assign } from '@/server/access/practice/giving-out';
import { removeLine } from '@/server/access/shelf/bin';
import { changeFacts } from '@/server/access/shelf/shelf';
import type { FormState } from '@/ui/form';

export async function giveOut(_: FormState, form: FormData): Promise<FormState> {
  const wanted = { ...Object.fromEntries(form), studentIds: form.getAll('studentIds') };
  return answered(assign(await requireTeacher(), wanted), {
    to: ({ batch }) => `/desk?batch=${batch}`,
  });
}

/** Number, page, level and token. */
export async function placeLine(lineId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = changeFacts(await requireTeacher(), lineId, Object.fromEntries(form));
  return answered(work, { fresh: `/shelf/${lineId}`, done: 'Noted.' });
}

/** Into the bin, from which it can come back. */
export async function takeOffShelf(lineId: string, _: FormState): Promise<FormState> {
  return answered(removeLine(await requireTeacher(), lineId), { to: () => `/shelf?binned=line:${lineId}` });
}
