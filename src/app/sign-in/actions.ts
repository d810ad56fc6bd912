'use server';
import { answered } from '@/app/_components/answered';
import { setUpFirstTeacher, signInStudent, signInTeacher } from '@/server/access/account/sign-in';
import type { FormState } from '@/ui/form';

export async function signInAsTeacher(_: FormState, form: FormData): Promise<FormState> {
  return answered(signInTeacher(Object.fromEntries(form)), { to: () => '/desk' });
}

export async function signInAsStudent(_: FormState, form: FormData): Promise<FormState> {
  return answered(signInStudent(Object.fromEntries(form)), { to: () => '/practice' });
}

export async function setUp(_: FormState, form: FormData): Promise<FormState> {
  return answered(setUpFirstTeacher(Object.fromEntries(form)), { to: () => '/desk' });
}
