'use server';
import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import type { Result } from '@/core/base';
import { requireTeacher } from '@/server/access/account/viewer';
import * as shelf from '@/server/access/shelf/shelf';
import type { ImportedLine } from '@/server/access/shelf/writing';
import { importLine, startLine } from '@/server/access/shelf/writing';
import type { FormState } from '@/ui/form';

/** Of a file there is more to say than of other forms. */
export async function bringIn(
  _: Result<ImportedLine> | undefined,
  form: FormData,
): Promise<Result<ImportedLine>> {
  const imported = await orNotFound(importLine(await requireTeacher(), form.get('file'), form.get('bookId')));
  if (imported.ok && imported.warnings.length === 0 && imported.value.toMend.length === 0)
    redirect(`/shelf/${imported.value.lineId}`);
  revalidatePath('/shelf');
  return imported;
}

export async function startWriting(_: FormState, form: FormData): Promise<FormState> {
  const work = startLine(await requireTeacher(), Object.fromEntries(form));
  return answered(work, { to: ({ id }) => `/shelf/${id}/write` });
}

export async function makeBook(_: FormState, form: FormData): Promise<FormState> {
  const work = shelf.addBook(await requireTeacher(), form.get('title'));
  return answered(work, { fresh: '/shelf', done: `“${form.get('title')}” stands on the shelf.` });
}

export async function sayWhatsNew(bookId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = shelf.changePage(await requireTeacher(), bookId, Object.fromEntries(form));
  return answered(work, { fresh: '/shelf', done: 'Noted.' });
}

/** Puts a line beside another of its book. */
export async function putBeside(
  lineId: string,
  neighbourId: string,
  side: 'before' | 'after',
): Promise<FormState> {
  await orNotFound(shelf.moveLine(await requireTeacher(), lineId, neighbourId, side));
  revalidatePath('/shelf');
  return {};
}
