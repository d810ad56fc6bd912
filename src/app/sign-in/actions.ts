'use server';
import { redirect } from 'next/navigation';
import { setUpFirstTeacher, signInStudent, signInTeacher } from '@/server/access/account/sign-in';

/** Result of a sign-in form: the problem, if there was one. */
export interface SignInState {
  readonly problem?: string;
}

export async function signInAsTeacher(_: SignInState, form: FormData): Promise<SignInState> {
  const problem = await signInTeacher(Object.fromEntries(form));
  return problem ? { problem } : redirect('/desk');
}

export async function signInAsStudent(_: SignInState, form: FormData): Promise<SignInState> {
  const problem = await signInStudent(Object.fromEntries(form));
  return problem ? { problem } : redirect('/practice');
}

export async function setUp(_: SignInState, form: FormData): Promise<SignInState> {
  const problem = await setUpFirstTeacher(Object.fromEntries(form));
  return problem ? { problem } : redirect('/desk');
}
