'use server';
import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { removeBook } from '@/server/access/shelf/bin';
import { endSharing, shareBook } from '@/server/access/shelf/sharing';
import { renameBook } from '@/server/access/shelf/shelf';
import type { FormState } from '@/ui/form';

const page = (bookId: string) => `/shelf/books/${bookId}`;

export async function rename(bookId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = renameBook(await requireTeacher(), bookId, form.get('title'));
  return answered(work, { fresh: page(bookId), done: 'Renamed.' });
}

export async function share(bookId: string, _: FormState, form: FormData): Promise<FormState> {
  const wish = { email: form.get('email'), mayEdit: form.has('mayEdit') };
  return answered(shareBook(await requireTeacher(), bookId, wish), {
    fresh: page(bookId),
    done: 'It stands on your colleague’s shelf now.',
  });
}

/** Whoever ends it for oneself has the book no more. */
export async function endShare(bookId: string, teacherId: string): Promise<FormState> {
  const viewer = await requireTeacher();
  await orNotFound(endSharing(viewer, bookId, teacherId));
  if (teacherId === viewer.userId) redirect('/shelf');
  revalidatePath(page(bookId));
  return {};
}

export async function intoBin(bookId: string, _: FormState): Promise<FormState> {
  return answered(removeBook(await requireTeacher(), bookId), { to: () => `/shelf?binned=book:${bookId}` });
}
