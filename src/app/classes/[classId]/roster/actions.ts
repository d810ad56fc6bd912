'use server';
import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import { success } from '@/core/base';
import { requireTeacher } from '@/server/access/account/viewer';
import { renameStudent } from '@/server/access/school/classes';
import { addCoTeacher, endCoTeaching } from '@/server/access/school/co-teachers';
import {
  changeConsentRule,
  changeKeeping,
  makeCards,
  moveStudent,
  noteConsent,
  noteConsentOfMany,
  previewList,
  removeClass,
  removeStudent,
  setArchived,
  setLeft,
  takeInList,
} from '@/server/access/school/roster';
import type { FormState } from '@/ui/form';

const page = (classId: string) => `/classes/${classId}/roster`;

export async function lookAtList(classId: string, text: string) {
  return orNotFound(previewList(await requireTeacher(), classId, text));
}

export async function takeIn(classId: string, rows: unknown) {
  const made = await orNotFound(takeInList(await requireTeacher(), classId, rows));
  if (made.ok) revalidatePath(page(classId));
  return made;
}

export async function renewCards(classId: string, studentIds: readonly string[]) {
  return success(await orNotFound(makeCards(await requireTeacher(), classId, studentIds)));
}

export async function move(
  classId: string,
  studentId: string,
  _: FormState,
  form: FormData,
): Promise<FormState> {
  const work = moveStudent(await requireTeacher(), studentId, `${form.get('classId') ?? ''}`);
  return answered(work, { fresh: page(classId), done: 'Moved.' });
}

export async function renameOne(
  classId: string,
  studentId: string,
  _: FormState,
  form: FormData,
): Promise<FormState> {
  const work = renameStudent(await requireTeacher(), classId, studentId, Object.fromEntries(form));
  return answered(work, { fresh: page(classId), done: 'Changed.' });
}

export async function leave(classId: string, studentId: string, hasLeft: boolean): Promise<FormState> {
  await orNotFound(setLeft(await requireTeacher(), studentId, hasLeft));
  revalidatePath(page(classId));
  return {};
}

export async function consent(classId: string, studentId: string, word: string): Promise<FormState> {
  return answered(noteConsent(await requireTeacher(), studentId, word), { fresh: page(classId) });
}

export async function consentOfMany(
  classId: string,
  studentIds: readonly string[],
  word: string,
): Promise<FormState> {
  const work = noteConsentOfMany(await requireTeacher(), classId, studentIds, word);
  return answered(work, { fresh: page(classId), done: `Noted for ${studentIds.length}.` });
}

export async function remove(
  classId: string,
  studentId: string,
  _: FormState,
  form: FormData,
): Promise<FormState> {
  const work = removeStudent(await requireTeacher(), studentId, form.get('name'));
  return answered(work, { fresh: page(classId), done: 'Everything is removed.' });
}

/** The class and everybody in it are gone: there is no page of it any more. */
export async function removeWholeClass(classId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = removeClass(await requireTeacher(), classId, form.get('name'));
  return answered(work, { to: () => '/classes' });
}

export async function requireConsent(classId: string, requiresConsent: boolean): Promise<FormState> {
  return answered(changeConsentRule(await requireTeacher(), classId, requiresConsent), {
    fresh: page(classId),
  });
}

export async function keep(classId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = changeKeeping(await requireTeacher(), classId, form.get('days'));
  return answered(work, { fresh: page(classId), done: 'That is how long recordings are kept.' });
}

export async function addColleague(classId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = addCoTeacher(await requireTeacher(), classId, form.get('email'));
  return answered(work, {
    fresh: page(classId),
    done: 'Your colleague is asked, and finds it among the classes.',
  });
}

/** Whoever ends it for oneself has no business on the page any more. */
export async function endColleague(classId: string, teacherId: string): Promise<FormState> {
  const viewer = await requireTeacher();
  await orNotFound(endCoTeaching(viewer, classId, teacherId));
  if (teacherId === viewer.userId) redirect('/classes');
  revalidatePath(page(classId));
  return {};
}

export async function archive(classId: string, isArchived: boolean): Promise<FormState> {
  await orNotFound(setArchived(await requireTeacher(), classId, isArchived));
  revalidatePath('/classes');
  redirect(isArchived ? '/classes' : page(classId));
}
