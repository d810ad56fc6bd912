'use server';
import { redirect } from 'next/navigation';
import { endSession } from '@/server/access/account/sign-in';
import type { FormState } from '@/ui/form';

export async function signOut(_: FormState, __: FormData): Promise<FormState> {
  await endSession();
  redirect('/sign-in');
}
