import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { requireTeacher } from '@/server/access/account/viewer';
import { listShelf } from '@/server/access/shelf/shelf';
import { getSheet } from '@/server/access/shelf/study';
import { PrintSheet } from './print-sheet';

export const metadata: Metadata = { title: 'Practice sheet' };

/** One line or a whole practice sheet, ready for paper. */
export default async function PrintPage({
  searchParams,
}: {
  readonly searchParams: Promise<{
    readonly line?: string | string[];
    readonly counting?: string;
    readonly paper?: string;
    readonly pencil?: string;
  }>;
}) {
  const viewer = await requireTeacher();
  const { line, counting, paper, pencil } = await searchParams;
  const wanted = [line ?? []].flat();
  const isCounted = counting !== 'no';
  const [sheet, shelf] = await Promise.all([
    orNotFound(getSheet(viewer, wanted, isCounted)),
    listShelf(viewer, {}),
  ]);
  const others = shelf.lines.filter(({ id, contentHash }) => contentHash && !wanted.includes(id));
  return (
    <PrintSheet
      lines={sheet}
      others={others.map(({ id, number, title, bookTitle }) => ({
        id,
        label: `${bookTitle}: ${number} ${title}`,
      }))}
      isCounted={isCounted}
      isPencilled={pencil === 'yes'}
      paper={paper === 'letter' ? 'letter' : 'a4'}
    />
  );
}
