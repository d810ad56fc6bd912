import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { requireTeacher } from '@/server/access/account/viewer';
import { listShelf } from '@/server/access/shelf/shelf';
import { Sheet } from '@/ui/page-frame';
import { PageOfLines } from './page-of-lines';

export const metadata: Metadata = { title: 'Bring in a page' };

export default async function BringInPage() {
  const viewer = await requireTeacher();
  const { books } = await listShelf(viewer, {});
  return (
    <SignedInFrame viewer={viewer}>
      <Sheet>
        <h1 className="mb-2 font-serif text-3xl font-bold italic">Bring in a page</h1>
        {books.length > 0 ? (
          <PageOfLines books={books.map(({ id, title }) => ({ id, title }))} />
        ) : (
          <p>Make a book on the shelf first: the lines need a place to stand.</p>
        )}
      </Sheet>
    </SignedInFrame>
  );
}
