import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayOf } from '@/core/calendar';
import { requireTeacher } from '@/server/access/account/viewer';
import { sayDay } from '@/server/access/school/dates';
import { listArchivedClasses } from '@/server/access/school/roster';
import { getBin } from '@/server/access/shelf/bin';
import { Link } from '@/ui/link';
import { Sheet } from '@/ui/page-frame';
import { BinRows, TakenBackRows } from './bin-rows';

export const metadata: Metadata = { title: 'Bin' };

/** Everything that was put away and can come back. */
export default async function BinPage() {
  const viewer = await requireTeacher();
  const [{ lines, books, takenBack, days }, archived] = await Promise.all([
    getBin(viewer),
    listArchivedClasses(viewer),
  ]);
  const today = dayOf(new Date());
  const since = (at: Date | null) => (at ? sayDay(dayOf(at), today) : '');
  const isEmpty = lines.length + books.length + takenBack.length + archived.length === 0;
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mx-auto max-w-3xl space-y-5">
        <div>
          <h1 className="font-serif text-3xl font-bold">The bin</h1>
          <p>Lines and books lie here for {days} days, then they go for good.</p>
        </div>
        <Sheet>
          {isEmpty && <p>Nothing is in it.</p>}
          <BinRows
            thing="book"
            name="Books"
            rows={books.map(({ id, title, lineCount, removedAt }) => ({
              id,
              name: title,
              note: `${lineCount} ${lineCount === 1 ? 'line' : 'lines'}, since ${since(removedAt)}`,
            }))}
          />
          <BinRows
            thing="line"
            name="Lines"
            rows={lines.map(({ id, number, title, bookTitle, removedAt }) => ({
              id,
              name: `${number} ${title}`,
              note: `${bookTitle}, since ${since(removedAt)}`,
            }))}
          />
          <TakenBackRows
            name="Taken back from classes"
            rows={takenBack.map(({ id, lineNumber, lineTitle, className, removedAt }) => ({
              id,
              name: `${lineNumber} ${lineTitle}`,
              note: `${className}, ${since(removedAt)}`,
            }))}
          />
        </Sheet>
        {archived.length > 0 && (
          <Sheet>
            <h2 className="mb-2 text-xl font-bold">Classes that are put away</h2>
            <ul>
              {archived.map(({ id, name }) => (
                <li key={id}>
                  <Link
                    href={`/classes/${id}/roster`}
                    className="inline-flex min-h-11 items-center underline underline-offset-4"
                  >
                    {name}
                  </Link>
                </li>
              ))}
            </ul>
          </Sheet>
        )}
      </div>
    </SignedInFrame>
  );
}
