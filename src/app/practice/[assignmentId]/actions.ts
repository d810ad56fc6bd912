'use server';
import { revalidatePath } from 'next/cache';
import { orNotFound } from '@/app/_components/not-found-guard';
import { sayStageDone } from '@/server/access/assignments';
import { requireViewer } from '@/server/access/viewer';

/** A stage that cannot be heard went well, by the student's own word. @returns what is wrong, if anything. */
export async function sayDone(assignmentId: string, stageId: string): Promise<string | undefined> {
  const problem = await orNotFound(sayStageDone(await requireViewer(), assignmentId, stageId));
  if (!problem) revalidatePath(`/practice/${assignmentId}`);
  return problem;
}
