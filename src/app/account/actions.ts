'use server';
import { answered } from '@/app/_components/answered';
import { removeOwnAccount } from '@/server/access/account/account';
import { requireTeacher } from '@/server/access/account/viewer';
import type { FormState } from '@/ui/form';

export async function removeAccount(_: FormState, form: FormData): Promise<FormState> {
  return answered(removeOwnAccount(await requireTeacher(), Object.fromEntries(form)), {
    to: () => '/sign-in',
  });
}
