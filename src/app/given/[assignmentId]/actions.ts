'use server';
import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { answerQuestions, changeForStudent, copyToClass, takeBack } from '@/server/access/practice/given';
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

export async function giveCopy(assignmentId: string, _: FormState, form: FormData): Promise<FormState> {
  const { id } = await orNotFound(
    copyToClass(await requireTeacher(), assignmentId, `${form.get('classId')}`),
  );
  redirect(`/given/${id}`);
}

export async function withdraw(assignmentId: string): Promise<FormState> {
  await orNotFound(takeBack(await requireTeacher(), assignmentId));
  redirect('/desk');
}

export async function helped(assignmentId: string, studentId: string): Promise<FormState> {
  await orNotFound(answerQuestions(await requireTeacher(), assignmentId, studentId));
  revalidatePath(`/given/${assignmentId}`);
  return {};
}
