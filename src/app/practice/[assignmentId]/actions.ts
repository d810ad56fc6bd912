'use server';
import { answered } from '@/app/_components/answered';
import { requireViewer } from '@/server/access/account/viewer';
import { askForHelp, sayStageDone } from '@/server/access/practice/to-play';
import type { FormState } from '@/ui/form';

/** A stage that cannot be heard went well, by the student's own word. */
export async function sayDone(assignmentId: string, stageId: string): Promise<FormState> {
  const work = sayStageDone(await requireViewer(), assignmentId, stageId);
  return answered(work, { fresh: `/practice/${assignmentId}` });
}

/** The teacher is asked for help with a measure. */
export async function ask(assignmentId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = askForHelp(await requireViewer(), assignmentId, Object.fromEntries(form));
  return answered(work, { done: 'Your teacher knows now.' });
}
