'use server';
import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { answerQuestions, changeForStudent, copyToClass, takeBack } from '@/server/access/practice/given';

export interface GivenState {
  readonly problem?: string;
  readonly done?: string;
}

export async function changeOne(
  assignmentId: string,
  studentId: string,
  _: GivenState,
  form: FormData,
): Promise<GivenState> {
  const viewer = await requireTeacher();
  const problem = await orNotFound(
    changeForStudent(viewer, assignmentId, studentId, Object.fromEntries(form)),
  );
  if (problem) return { problem };
  revalidatePath(`/given/${assignmentId}`);
  return { done: 'Changed for this student alone.' };
}

export async function giveCopy(assignmentId: string, _: GivenState, form: FormData): Promise<GivenState> {
  const { id } = await orNotFound(
    copyToClass(await requireTeacher(), assignmentId, `${form.get('classId')}`),
  );
  redirect(`/given/${id}`);
}

export async function withdraw(assignmentId: string): Promise<GivenState> {
  await orNotFound(takeBack(await requireTeacher(), assignmentId));
  redirect('/desk');
}

export async function helped(assignmentId: string, studentId: string): Promise<GivenState> {
  await orNotFound(answerQuestions(await requireTeacher(), assignmentId, studentId));
  revalidatePath(`/given/${assignmentId}`);
  return {};
}
