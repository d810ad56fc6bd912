'use server';
import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import {
  answerQuestions,
  askQuestionsAgain,
  changeForAll,
  changeForStudent,
  copyAssignment,
  takeBack,
} from '@/server/access/practice/given';
import type { FormState } from '@/ui/form';

export async function changeOne(
  assignmentId: string,
  studentId: string,
  _: FormState,
  form: FormData,
): Promise<FormState> {
  const work = changeForStudent(await requireTeacher(), assignmentId, studentId, Object.fromEntries(form));
  return answered(work, { fresh: `/given/${assignmentId}`, done: 'Changed for this student alone.' });
}

export async function changeAll(assignmentId: string, _: FormState, form: FormData): Promise<FormState> {
  const fields = Object.fromEntries(form);
  const keepsPlan = fields.plan === 'as-it-is';
  const wish = { ...fields, keepsPlan, ...(keepsPlan && { plan: '' }) };
  return answered(changeForAll(await requireTeacher(), assignmentId, wish), {
    fresh: `/given/${assignmentId}`,
    done: 'Changed for everybody.',
  });
}

export async function giveCopy(assignmentId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = copyAssignment(await requireTeacher(), assignmentId, Object.fromEntries(form));
  return answered(work, { to: ({ id }) => `/given/${id}` });
}

export async function withdraw(assignmentId: string): Promise<FormState> {
  await orNotFound(takeBack(await requireTeacher(), assignmentId));
  redirect(`/desk?takenBack=${assignmentId}`);
}

export async function helped(assignmentId: string, studentId: string): Promise<FormState> {
  await orNotFound(answerQuestions(await requireTeacher(), assignmentId, studentId));
  redirect(`/given/${assignmentId}?helped=${studentId}`);
}

export async function askAgain(assignmentId: string, studentId: string): Promise<FormState> {
  await orNotFound(askQuestionsAgain(await requireTeacher(), assignmentId, studentId));
  revalidatePath(`/given/${assignmentId}`);
  return { done: 'The question stands again.' };
}
