'use server';
import { revalidatePath } from 'next/cache';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import { removeOwnAccount } from '@/server/access/account/account';
import {
  changeOwnEmail,
  changeOwnName,
  changeOwnPassword,
  endOtherSessions,
  endOwnSession,
} from '@/server/access/account/settings';
import { requireTeacher } from '@/server/access/account/viewer';
import type { FormState } from '@/ui/form';

const PAGE = '/account';

export async function changeName(_: FormState, form: FormData): Promise<FormState> {
  return answered(changeOwnName(await requireTeacher(), form.get('name')), { fresh: PAGE, done: 'Changed.' });
}

export async function changeEmail(_: FormState, form: FormData): Promise<FormState> {
  const work = changeOwnEmail(await requireTeacher(), Object.fromEntries(form));
  return answered(work, { fresh: PAGE, done: 'Changed: sign in with it from now on.' });
}

export async function changePassword(_: FormState, form: FormData): Promise<FormState> {
  const work = changeOwnPassword(await requireTeacher(), Object.fromEntries(form));
  return answered(work, { fresh: PAGE, done: 'Changed. Every other device is signed out.' });
}

export async function signOutDevice(sessionId: string): Promise<FormState> {
  await orNotFound(endOwnSession(await requireTeacher(), sessionId));
  revalidatePath(PAGE);
  return {};
}

export async function signOutElsewhere(): Promise<FormState> {
  await endOtherSessions(await requireTeacher());
  revalidatePath(PAGE);
  return { done: 'Only this device is signed in.' };
}

export async function removeAccount(_: FormState, form: FormData): Promise<FormState> {
  return answered(removeOwnAccount(await requireTeacher(), Object.fromEntries(form)), {
    to: () => '/sign-in',
  });
}
