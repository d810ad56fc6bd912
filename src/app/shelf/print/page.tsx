import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { getSheet, listShelf } from '@/server/access/shelf';
import { requireTeacher } from '@/server/access/viewer';
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
  }>;
}) {
  const viewer = await requireTeacher();
  const { line, counting, paper } = await searchParams;
  const wanted = [line ?? []].flat();
  const isCounted = counting !== 'no';
  const [sheet, shelf] = await Promise.all([
    orNotFound(getSheet(viewer, wanted, isCounted)),
    listShelf(viewer, {}),
  ]);
  const others = shelf.lines.filter(({ id, contentHash }) => contentHash && !wanted.includes(id));
  return (
    <PrintSheet
      lines={sheet.map(({ engraving, ...line }) => ({
        ...line,
        systems: engraving?.systems.map(({ svg }) => svg) ?? [],
      }))}
      others={others.map(({ id, number, title, bookTitle }) => ({
        id,
        label: `${bookTitle}: ${number} ${title}`,
      }))}
      isCounted={isCounted}
      paper={paper === 'letter' ? 'letter' : 'a4'}
    />
  );
}
