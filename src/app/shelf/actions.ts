'use server';
import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import * as shelf from '@/server/access/shelf/shelf';
import { type Import, importLine, startLine } from '@/server/access/shelf/writing';

export interface FormState {
  readonly problem?: string;
  readonly done?: string;
}

export async function bringIn(_: Import | undefined, form: FormData): Promise<Import> {
  const imported = await orNotFound(importLine(await requireTeacher(), form.get('file'), form.get('bookId')));
  if (imported.ok && imported.leftOut.length === 0 && imported.toMend.length === 0)
    redirect(`/shelf/${imported.lineId}`);
  revalidatePath('/shelf');
  return imported;
}

export async function startWriting(_: FormState, form: FormData): Promise<FormState> {
  const started = await orNotFound(startLine(await requireTeacher(), Object.fromEntries(form)));
  return 'problem' in started ? started : redirect(`/shelf/${started.id}/write`);
}

export async function makeBook(_: FormState, form: FormData): Promise<FormState> {
  const made = await shelf.addBook(await requireTeacher(), form.get('title'));
  if ('problem' in made) return made;
  revalidatePath('/shelf');
  return { done: `“${form.get('title')}” stands on the shelf.` };
}

export async function sayWhatsNew(bookId: string, _: FormState, form: FormData): Promise<FormState> {
  const problem = await orNotFound(
    shelf.changePage(await requireTeacher(), bookId, Object.fromEntries(form)),
  );
  if (problem) return { problem };
  revalidatePath('/shelf');
  return { done: 'Noted.' };
}

/** Puts a line beside another of its book. */
export async function putBeside(
  lineId: string,
  neighbourId: string,
  side: 'before' | 'after',
): Promise<void> {
  await orNotFound(shelf.moveLine(await requireTeacher(), lineId, neighbourId, side));
  revalidatePath('/shelf');
}
