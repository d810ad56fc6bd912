import { Trash2 } from 'lucide-react';
import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { requireTeacher } from '@/server/access/account/viewer';
import { listShelf } from '@/server/access/shelf/shelf';
import { ButtonLink } from '@/ui/button';
import { Link } from '@/ui/link';
import { Sheet } from '@/ui/page-frame';
import { Binned } from './bin/binned';
import { whatIsIn } from './bin/what-is-in';
import { ChosenLinesProvider } from './chosen-lines';
import { ImportForm } from './import-form';
import { LineList } from './line-list';
import { NewBookForm, NewLineForm, PageNewsForm } from './new-line-form';
import { ShelfFilter } from './shelf-filter';

export const metadata: Metadata = { title: 'Shelf' };

type Shelf = Awaited<ReturnType<typeof listShelf>>;
type ShelfLine = Shelf['lines'][number];

export default async function ShelfPage({
  searchParams,
}: {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}) {
  const viewer = await requireTeacher();
  const query = await searchParams;
  const binned = whatIsIn(query.binned);
  const shelf = await listShelf(viewer, query);
  const { lines, count, books, filter } = shelf;
  const empty = books.filter(({ lineCount, ownerId }) => lineCount === 0 && ownerId === viewer.userId);
  const isFiltered = Boolean(filter.search ?? filter.instrument) || filter.features.length > 0;
  return (
    <SignedInFrame viewer={viewer}>
      <h1 className="sr-only">Shelf</h1>
      {binned && <Binned what={binned} />}
      <Sheet className="mb-5">
        <ShelfFilter filter={filter} books={books} />
        <p className="mt-3 text-faint" role="status">
          {count === 1 ? '1 line' : `${count} lines`}
          {isFiltered && ' found'}
        </p>
      </Sheet>
      <div className="grid items-start gap-5 lg:grid-cols-[1fr_300px]">
        <ChosenLinesProvider>
          <div className="space-y-5">
            {count === 0 && (
              <Sheet>
                {isFiltered
                  ? 'No line is like that.'
                  : 'Your shelf is empty. Write a first line, or bring one in.'}
              </Sheet>
            )}
            {byBook(lines).map(({ bookId, bookTitle, pages }) => (
              <Sheet key={bookId}>
                <div className="mb-3 flex flex-wrap items-baseline justify-between gap-x-4">
                  <h2 className="font-serif text-2xl font-bold italic">{bookTitle}</h2>
                  <BookNote book={books.find(({ id }) => id === bookId)} viewerId={viewer.userId} />
                </div>
                <div className="space-y-5">
                  {pages.map(({ page, lines: onPage }) => (
                    <div key={onPage[0]!.id}>
                      <PageHead page={page} bookId={bookId} pages={shelf.pages} />
                      <LineList lines={onPage} canMove={!isFiltered} />
                    </div>
                  ))}
                </div>
              </Sheet>
            ))}
            <Onward shelf={shelf} query={query} />
          </div>
        </ChosenLinesProvider>
        <div className="space-y-5">
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Write a new line</h2>
            <NewLineForm books={books.filter((book) => book.isEdited)} />
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Let Mevlo make one</h2>
            <ButtonLink href="/shelf/recipe" className="w-full">
              Lines to a recipe
            </ButtonLink>
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Bring in a line</h2>
            <ImportForm />
            <ButtonLink href="/shelf/bring-in" weight="quiet" className="mt-2 w-full">
              A page of lines, or several files
            </ButtonLink>
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">A new book</h2>
            <NewBookForm />
            {empty.length > 0 && (
              <ul className="mt-3">
                {empty.map(({ id, title }) => (
                  <li key={id}>
                    <Link
                      href={`/shelf/books/${id}`}
                      className="inline-flex min-h-11 items-center underline underline-offset-4"
                    >
                      {title}, empty
                    </Link>
                  </li>
                ))}
              </ul>
            )}
          </Sheet>
          <p>
            <Link
              href="/shelf/bin"
              className="inline-flex min-h-11 items-center gap-2 text-cool underline underline-offset-4"
            >
              <Trash2 aria-hidden className="size-5" /> The bin
            </Link>
          </p>
        </div>
      </div>
    </SignedInFrame>
  );
}

/** Whose a book is, or the way to its own page. */
function BookNote({
  book,
  viewerId,
}: {
  readonly book: Shelf['books'][number] | undefined;
  readonly viewerId: string;
}) {
  if (!book) return null;
  const isOwn = book.ownerId === viewerId;
  return (
    <span className="flex flex-wrap items-baseline gap-x-3">
      {!isOwn && (
        <span className="text-faint">
          shared by {book.ownerName}
          {book.isEdited ? '' : ', to read'}
        </span>
      )}
      <Link href={`/shelf/books/${book.id}`} className="text-cool underline underline-offset-4">
        {isOwn ? 'Share, rename, bin' : 'About it'}
        <span className="sr-only">: {book.title}</span>
      </Link>
    </span>
  );
}

/** Books, and in them stretches of lines that stand on the same page. */
function byBook(lines: readonly ShelfLine[]) {
  const books: { bookId: string; bookTitle: string; pages: { page: number | null; lines: ShelfLine[] }[] }[] =
    [];
  for (const line of lines) {
    let book = books.at(-1);
    if (book?.bookId !== line.bookId) {
      book = { bookId: line.bookId, bookTitle: line.bookTitle, pages: [] };
      books.push(book);
    }
    const last = book.pages.at(-1);
    if (last && last.page === line.page) last.lines.push(line);
    else book.pages.push({ page: line.page, lines: [line] });
  }
  return books;
}

function PageHead({
  page,
  bookId,
  pages,
}: {
  readonly page: number | null;
  readonly bookId: string;
  readonly pages: Shelf['pages'];
}) {
  if (page === null) return null;
  const whatsNew = pages.find((entry) => entry.bookId === bookId && entry.page === page)?.whatsNew ?? '';
  return (
    <details className="mb-2">
      <summary className="flex min-h-11 cursor-pointer items-center gap-3">
        <span className="font-bold">Page {page}</span>
        {whatsNew ? (
          <span data-own-words>new: {whatsNew}</span>
        ) : (
          <span className="text-faint">say what is new here</span>
        )}
      </summary>
      <PageNewsForm bookId={bookId} page={page} whatsNew={whatsNew} />
    </details>
  );
}

/** The stretches before and after, when there are more lines than fit. */
function Onward({
  shelf: { from, pageSize, count },
  query,
}: {
  readonly shelf: Shelf;
  readonly query: Readonly<Record<string, string | string[] | undefined>>;
}) {
  const address = (start: number) => {
    const parameters = new URLSearchParams();
    for (const [name, value] of Object.entries({ ...query, from: start === 0 ? undefined : `${start}` }))
      for (const one of [value ?? []].flat()) parameters.append(name, one);
    return `/shelf?${parameters}`;
  };
  if (count <= pageSize && from === 0) return null;
  return (
    <nav aria-label="More lines" className="flex items-center justify-between gap-4">
      {from > 0 ? (
        <ButtonLink href={address(Math.max(0, from - pageSize))}>Lines before</ButtonLink>
      ) : (
        <span />
      )}
      <span className="text-faint">
        {from + 1} to {Math.min(count, from + pageSize)} of {count}
      </span>
      {from + pageSize < count ? (
        <ButtonLink href={address(from + pageSize)}>Lines after</ButtonLink>
      ) : (
        <span />
      )}
    </nav>
  );
}
