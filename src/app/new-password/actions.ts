'use server';
import { answered } from '@/app/_components/answered';
import { askForNewPassword, setNewPassword } from '@/server/access/account/new-password';
import type { FormState } from '@/ui/form';

export async function ask(_: FormState, form: FormData): Promise<FormState> {
  return answered(askForNewPassword(Object.fromEntries(form)), {
    done: 'If somebody teaches here with this address, the letter is on its way.',
  });
}

export async function choose(token: string, _: FormState, form: FormData): Promise<FormState> {
  return answered(setNewPassword(token, Object.fromEntries(form)), { to: () => '/sign-in' });
}
