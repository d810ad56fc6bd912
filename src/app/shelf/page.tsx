import type { Metadata } from 'next';
import Link from 'next/link';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { listLines } from '@/server/access/shelf';
import { requireTeacher } from '@/server/access/viewer';
import { Sheet } from '@/ui/page-frame';
import { ImportForm } from './import-form';

export const metadata: Metadata = { title: 'Shelf' };

export default async function ShelfPage() {
  const viewer = await requireTeacher();
  const lines = await listLines(viewer);
  const books = [...new Set(lines.map((line) => line.bookTitle))];
  return (
    <SignedInFrame viewer={viewer}>
      <h1 className="sr-only">Shelf</h1>
      <div className="grid items-start gap-5 lg:grid-cols-[1fr_320px]">
        <div className="space-y-5">
          {books.length === 0 && <Sheet>Your shelf is empty. Bring in a first line.</Sheet>}
          {books.map((book) => (
            <Sheet key={book}>
              <h2 className="mb-3 font-serif text-2xl font-bold italic">{book}</h2>
              <ul className="grid gap-4 sm:grid-cols-2">
                {lines.map((line) => {
                  if (line.bookTitle !== book) return null;
                  return (
                    <li key={line.id}>
                      <Link
                        href={`/shelf/${line.id}`}
                        className="block rounded-sm border border-rule p-3 hover:border-cool hover:bg-cool-wash"
                      >
                        <span className="font-bold">
                          {line.number} {line.title}
                        </span>
                        {line.openingSvg && (
                          <span
                            aria-hidden="true"
                            className="block [&>svg]:block [&>svg]:h-auto [&>svg]:w-full"
                            // biome-ignore lint/security/noDangerouslySetInnerHtml: drawn by Mevlo's own engraver; all text from files is escaped in the engraving source.
                            dangerouslySetInnerHTML={{ __html: line.openingSvg }}
                          />
                        )}
                      </Link>
                    </li>
                  );
                })}
              </ul>
            </Sheet>
          ))}
        </div>
        <Sheet>
          <h2 className="mb-3 text-xl font-bold">Bring in a line</h2>
          <ImportForm />
        </Sheet>
      </div>
    </SignedInFrame>
  );
}
