'use server';
import { revalidatePath } from 'next/cache';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireViewer } from '@/server/access/account/viewer';
import { askForHelp, sayStageDone } from '@/server/access/practice/to-play';

/** A stage that cannot be heard went well, by the student's own word. @returns what is wrong, if anything. */
export async function sayDone(assignmentId: string, stageId: string): Promise<string | undefined> {
  const problem = await orNotFound(sayStageDone(await requireViewer(), assignmentId, stageId));
  if (!problem) revalidatePath(`/practice/${assignmentId}`);
  return problem;
}

export interface HelpState {
  readonly problem?: string;
  readonly done?: string;
}

/** The teacher is asked for help with a measure. */
export async function ask(assignmentId: string, _: HelpState, form: FormData): Promise<HelpState> {
  const problem = await orNotFound(askForHelp(await requireViewer(), assignmentId, Object.fromEntries(form)));
  return problem ? { problem } : { done: 'Your teacher knows now.' };
}
