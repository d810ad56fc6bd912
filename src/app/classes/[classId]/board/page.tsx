import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayAfter, dayOf } from '@/core/calendar';
import {
  arrangedBoard,
  BOARD_FILTERS,
  BOARD_SORTS,
  type BoardFilter,
  type BoardSort,
  IDLE_DAYS,
} from '@/core/school';
import { requireTeacher } from '@/server/access/account/viewer';
import { getBoard } from '@/server/access/school/board';
import { houseStyle } from '@/server/access/school/dates';
import { ButtonLink } from '@/ui/button';
import { Link } from '@/ui/link';
import { Sheet } from '@/ui/page-frame';
import { PrintButton } from '@/ui/print-button';
import { BoardTable } from './board-table';
import { CellSample } from './cell';

export const metadata: Metadata = { title: 'Board' };

/** A board of more lines is cut into several sheets. */
const LINES_ON_PAPER = 16;

const SORT_NAMES: Readonly<Record<BoardSort, string>> = {
  name: 'name',
  last: 'longest without practice',
  learned: 'fewest lines learned',
};
const FILTER_NAMES: Readonly<Record<BoardFilter, string>> = {
  all: 'everybody',
  help: 'who asks for help',
  idle: `nothing handed in for ${IDLE_DAYS} days`,
  behind: 'behind the pace',
};

/** Students and lines at a glance: what is learned, how fast, and who needs looking after. */
export default async function BoardPage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ readonly classId: string }>;
  readonly searchParams: Promise<{ readonly sort?: string; readonly show?: string }>;
}) {
  const viewer = await requireTeacher();
  const now = new Date();
  const today = dayOf(now);
  const { classId } = await params;
  const { id, name, hasGoal, board } = await orNotFound(getBoard(viewer, classId, today));
  const asked = await searchParams;
  const sort = BOARD_SORTS.find((one) => one === asked.sort) ?? 'name';
  const filter = BOARD_FILTERS.find((one) => one === asked.show) ?? 'all';
  const idleBefore = dayAfter(today, -IDLE_DAYS);
  const shown = arrangedBoard(board, sort, filter, idleBefore);
  const href = (change: { readonly sort?: BoardSort; readonly show?: BoardFilter }) =>
    `/classes/${id}/board?${new URLSearchParams({ sort, show: filter, ...change })}`;
  return (
    <SignedInFrame viewer={viewer}>
      <Sheet className="print:border-0 print:p-0 print:shadow-none">
        <div className="mb-2 flex flex-wrap items-baseline justify-between gap-x-6">
          <h1 className="font-serif text-3xl font-bold">{name}: board</h1>
          <p className="text-faint">
            {shown.rows.length} of {board.rows.length} students, {board.lines.length} lines
          </p>
        </div>
        <div className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-1 print:hidden">
          <Choices
            label="Show"
            choices={BOARD_FILTERS.filter((one) => one !== 'behind' || hasGoal)}
            names={FILTER_NAMES}
            chosen={filter}
            hrefOf={(show) => href({ show })}
          />
          <Choices
            label="First"
            choices={BOARD_SORTS}
            names={SORT_NAMES}
            chosen={sort}
            hrefOf={(one) => href({ sort: one })}
          />
          <span className="flex gap-2">
            {board.lines.length > LINES_ON_PAPER ? (
              <ButtonLink href={`/classes/${id}/board/print`}>On paper</ButtonLink>
            ) : (
              <PrintButton />
            )}
            <a
              href={`/api/classes/${id}/board`}
              download
              className="inline-flex min-h-11 items-center rounded-md px-3 font-bold text-cool underline underline-offset-4 hover:bg-cool-wash"
            >
              As a table (CSV)
            </a>
          </span>
        </div>
        <CellSample />
        {shown.rows.length > 0 ? (
          <BoardTable board={shown} today={today} idleBefore={idleBefore} dayOrder={houseStyle().dayOrder} />
        ) : (
          <p>Nobody here: {FILTER_NAMES[filter]}.</p>
        )}
      </Sheet>
    </SignedInFrame>
  );
}

function Choices<Value extends string>({
  label,
  choices,
  names,
  chosen,
  hrefOf,
}: {
  readonly label: string;
  readonly choices: readonly Value[];
  readonly names: Readonly<Record<Value, string>>;
  readonly chosen: Value;
  readonly hrefOf: (value: Value) => string;
}) {
  return (
    <nav aria-label={label} className="flex flex-wrap items-center gap-1 text-base">
      <span className="text-faint">{label}</span>
      {choices.map((choice) => (
        <Link
          key={choice}
          href={hrefOf(choice)}
          aria-current={choice === chosen ? 'true' : undefined}
          className="inline-flex min-h-9 items-center rounded-md px-2 underline-offset-4 hover:bg-cool-wash aria-[current]:bg-ink aria-[current]:text-paper"
        >
          {names[choice]}
        </Link>
      ))}
    </nav>
  );
}
