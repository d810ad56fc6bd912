'use server';
import { answered } from '@/app/_components/answered';
import { requireStudent, requireTeacher } from '@/server/access/account/viewer';
import { sayInBook, setOwnGoal } from '@/server/access/practice/book';
import type { FormState } from '@/ui/form';

const page = (studentId: string) => `/students/${studentId}/book`;

/** What a student wants to reach. */
export async function keepGoal(_: FormState, form: FormData): Promise<FormState> {
  const viewer = await requireStudent();
  const work = setOwnGoal(viewer, {
    minutes: `${form.get('minutes') ?? ''}`,
    goal: `${form.get('goal') ?? ''}`,
  });
  return answered(work, { fresh: page(viewer.userId), done: 'It stands in your book.' });
}

/** The teacher's word in a student's book. */
export async function keepWord(studentId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = sayInBook(await requireTeacher(), studentId, { word: `${form.get('word') ?? ''}` });
  return answered(work, { fresh: page(studentId), done: 'It stands in the book.' });
}
