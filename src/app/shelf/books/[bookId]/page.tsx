import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { requireTeacher } from '@/server/access/account/viewer';
import { getBook } from '@/server/access/shelf/sharing';
import { ButtonLink } from '@/ui/button';
import { Sheet } from '@/ui/page-frame';
import { BookIntoBin, LeaveShare, RenameBookForm, Shares } from './book-forms';

export const metadata: Metadata = { title: 'Book' };

/** A book as a whole: its title, who has it as well, and the bin. */
export default async function BookPage({
  params,
}: {
  readonly params: Promise<{ readonly bookId: string }>;
}) {
  const viewer = await requireTeacher();
  const book = await orNotFound(getBook(viewer, (await params).bookId));
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mx-auto max-w-2xl space-y-5">
        <div className="flex flex-wrap items-baseline justify-between gap-3">
          <h1 className="font-serif text-3xl font-bold italic">{book.title}</h1>
          <ButtonLink href={`/shelf?book=${book.id}`} weight="quiet">
            Its lines
          </ButtonLink>
        </div>
        {book.isOwner ? (
          <>
            <Sheet>
              <h2 className="mb-2 text-xl font-bold">Shared with colleagues</h2>
              <Shares bookId={book.id} shares={book.shares} />
            </Sheet>
            <Sheet>
              <RenameBookForm bookId={book.id} title={book.title} />
            </Sheet>
            <Sheet>
              <h2 className="mb-2 text-xl font-bold">Bin</h2>
              <p className="mb-3">The book goes there with its lines, and can come back.</p>
              <BookIntoBin bookId={book.id} />
            </Sheet>
          </>
        ) : (
          <Sheet>
            <p className="mb-3">
              A colleague shares it with you: you{' '}
              {book.isEdited ? 'read and change it' : 'read it and give it out'}.
            </p>
            <LeaveShare bookId={book.id} viewerId={viewer.userId} />
          </Sheet>
        )}
      </div>
    </SignedInFrame>
  );
}
