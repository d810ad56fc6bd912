import 'server-only';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import * as books from '@/server/db/queries/books';
import { findColleague } from '../account/colleague';
import { NotFound, type Viewer } from '../account/viewer';
import { readForm, refused } from '../read-form';
import { requireBook } from './shelf';

const MOST_SHARES = 50;

/** A book as its page shows it: who has it on the shelf as well, for its owner. @throws NotFound */
export async function getBook(viewer: Viewer, bookId: unknown) {
  const book = await requireBook(viewer, bookId, 'read');
  const isOwner = book.ownerId === viewer.userId;
  return {
    id: book.id,
    title: book.title,
    isOwner,
    isEdited: book.isEdited,
    shares: isOwner ? await books.listShares(book.id) : [],
  };
}

const shareForm = z.object({
  email: z.email('Type the address that your colleague signs in with.').max(200),
  mayEdit: z.boolean().default(false),
});

/** A colleague has the book on the shelf from then on. @returns what is wrong, if anything. @throws NotFound */
export async function shareBook(viewer: Viewer, bookId: string, form: unknown): Promise<Result<undefined>> {
  const book = await requireBook(viewer, bookId, 'own');
  const read = readForm(shareForm, form);
  if (!read.ok) return read;
  const found = await findColleague(viewer, {
    what: 'share',
    email: read.value.email,
    isOwn: 'This is your own book already.',
  });
  if (!found.ok) return found;
  if ((await books.listShares(book.id)).length >= MOST_SHARES)
    return refused(`A book is shared with at most ${MOST_SHARES} colleagues.`);
  await books.shareBook(book.id, found.value.id, read.value.mayEdit);
  return DONE;
}

/** Whose book it is may end it for anybody, a colleague for oneself. @throws NotFound */
export async function endSharing(viewer: Viewer, bookId: string, teacherId: unknown): Promise<void> {
  const book = await requireBook(viewer, bookId, 'read');
  const read = z.string().min(1).max(60).safeParse(teacherId);
  if (!read.success || (book.ownerId !== viewer.userId && read.data !== viewer.userId)) throw new NotFound();
  await books.unshareBook(book.id, read.data);
}
