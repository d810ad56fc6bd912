'use server';
import { revalidatePath } from 'next/cache';
import { orNotFound } from '@/app/_components/not-found-guard';
import type { Result } from '@/core/base';
import { requireTeacher } from '@/server/access/account/viewer';
import { addReadLine, type ImportedLine } from '@/server/access/shelf/writing';

/** Puts one line of a page on the shelf. */
export async function bringInRead(form: unknown): Promise<Result<ImportedLine>> {
  const added = await orNotFound(addReadLine(await requireTeacher(), form));
  revalidatePath('/shelf');
  return added;
}
