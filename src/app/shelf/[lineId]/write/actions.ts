'use server';
import { redirect } from 'next/navigation';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { keepCopy, putOnStand } from '@/server/access/shelf/writing';

/** @returns what is in the way; otherwise the line is on the stand and its page opens. */
export async function finish(lineId: string): Promise<readonly string[]> {
  const result = await orNotFound(putOnStand(await requireTeacher(), lineId));
  return result.ok ? redirect(`/shelf/${lineId}`) : result.problems;
}

/** Keeps what this window wrote beside what another one stored. @returns what is wrong, if anything. */
export async function keepAsCopy(lineId: string, document: unknown): Promise<string> {
  const kept = await orNotFound(keepCopy(await requireTeacher(), lineId, document));
  return 'problem' in kept ? kept.problem : redirect(`/shelf/${kept.id}/write`);
}
