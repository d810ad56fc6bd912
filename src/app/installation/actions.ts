'use server';
import { revalidatePath } from 'next/cache';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import { inviteColleague, withdrawInvitation } from '@/server/access/account/invitations';
import { makeNewPasswordLink } from '@/server/access/account/new-password';
import { requireTeacher } from '@/server/access/account/viewer';
import { changeHouseStyle } from '@/server/access/installation';
import type { FormState } from '@/ui/form';

const PAGE = '/installation';

export async function invite(email: string) {
  const made = await orNotFound(inviteColleague(await requireTeacher(), { email }));
  if (made.ok) revalidatePath(PAGE);
  return made;
}

export async function withdraw(id: string): Promise<FormState> {
  await orNotFound(withdrawInvitation(await requireTeacher(), id));
  revalidatePath(PAGE);
  return { done: 'That link opens nothing any more.' };
}

export async function newPasswordFor(teacherId: string) {
  return orNotFound(makeNewPasswordLink(await requireTeacher(), teacherId));
}

export async function writeDaysSo(_: FormState, form: FormData): Promise<FormState> {
  return answered(changeHouseStyle(await requireTeacher(), Object.fromEntries(form)), {
    fresh: PAGE,
    done: 'Days are written so from now on.',
  });
}
