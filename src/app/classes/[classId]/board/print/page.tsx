import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayAfter, dayOf } from '@/core/calendar';
import { IDLE_DAYS, sliceOfBoard } from '@/core/school';
import { requireTeacher } from '@/server/access/account/viewer';
import { getBoard } from '@/server/access/school/board';
import { houseStyle } from '@/server/access/school/dates';
import { Sheet } from '@/ui/page-frame';
import { PrintButton } from '@/ui/print-button';
import { BoardTable } from '../board-table';

export const metadata: Metadata = { title: 'Board on paper' };

/** Columns that a sheet of paper has room for, names and all. */
const LINES_PER_SHEET = 16;

/** A board that is wider than paper, cut into as many sheets as it needs; names stand on each. */
export default async function BoardOnPaperPage({
  params,
}: {
  readonly params: Promise<{ readonly classId: string }>;
}) {
  const viewer = await requireTeacher();
  const today = dayOf(new Date());
  const { name, board } = await orNotFound(getBoard(viewer, (await params).classId, today));
  const sheets = Math.max(1, Math.ceil(board.lines.length / LINES_PER_SHEET));
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mb-3 print:hidden">
        <PrintButton />
      </div>
      {Array.from({ length: sheets }, (_, index) => (
        <Sheet key={index} className="mb-5 break-after-page print:border-0 print:p-0 print:shadow-none">
          <h1 className="mb-2 font-serif text-2xl font-bold">
            {name}: board, sheet {index + 1} of {sheets}
          </h1>
          <BoardTable
            label={`Sheet ${index + 1}`}
            board={sliceOfBoard(board, index * LINES_PER_SHEET, LINES_PER_SHEET)}
            today={today}
            idleBefore={dayAfter(today, -IDLE_DAYS)}
            dayOrder={houseStyle().dayOrder}
          />
        </Sheet>
      ))}
    </SignedInFrame>
  );
}
