'use server';
import { answered } from '@/app/_components/answered';
import { requireViewer } from '@/server/access/account/viewer';
import { askForHelp } from '@/server/access/practice/to-play';
import type { FormState } from '@/ui/form';

/** The teacher is asked for help with a measure. */
export async function ask(assignmentId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = askForHelp(await requireViewer(), assignmentId, Object.fromEntries(form));
  return answered(work, { done: 'Your teacher knows now.' });
}
