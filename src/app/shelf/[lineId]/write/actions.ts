'use server';
import { answered } from '@/app/_components/answered';
import { requireTeacher } from '@/server/access/account/viewer';
import { keepCopy, putOnStand } from '@/server/access/shelf/writing';
import type { FormState } from '@/ui/form';

/** The line goes on its way to the stand and its page opens, unless something is in the way. */
export async function finish(lineId: string): Promise<FormState> {
  return answered(putOnStand(await requireTeacher(), lineId), { to: () => `/shelf/${lineId}` });
}

/** Keeps what this window wrote beside what another one stored. */
export async function keepAsCopy(lineId: string, document: unknown): Promise<FormState> {
  const work = keepCopy(await requireTeacher(), lineId, document);
  return answered(work, { to: ({ id }) => `/shelf/${id}/write` });
}
