'use server';
import { redirect } from 'next/navigation';
import { endSession } from '@/server/access/account/sign-in';

export async function signOut(): Promise<void> {
  await endSession();
  redirect('/sign-in');
}
