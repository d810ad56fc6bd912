'use client';
import { type MouseEvent, memo } from 'react';
import { type DayOrder, sayDay } from '@/core/calendar';
import { type Board, isIdle, sayCell } from '@/core/school';
import { Cell } from './cell';

interface BoardTableProps {
  readonly board: Board;
  /** `YYYY-MM-DD` */
  readonly today: string;
  /** Who practised last before this day has not practised. */
  readonly idleBefore: string;
  /** How the school writes days. */
  readonly dayOrder: DayOrder;
  /** Of the region, where there are several. */
  readonly label?: string;
}

/**
 * Plain links and cells, thousands of them: they are there before any script is. What a cell says in full is only put together
 * for the one that is pointed at.
 */
export const BoardTable = memo(function BoardTable({
  board,
  today,
  idleBefore,
  dayOrder,
  label = 'Board',
}: BoardTableProps) {
  const sayInFull = ({ target }: MouseEvent) => {
    const cell = (target as Element).closest<HTMLTableCellElement>('td.board-cell');
    if (!cell || cell.title) return;
    const row = cell.parentElement as HTMLTableRowElement;
    const cells = [...row.querySelectorAll('td.board-cell')];
    const shown = board.rows[row.sectionRowIndex]?.cells[cells.indexOf(cell)];
    if (shown && shown.state !== 'not-given') cell.title = sayCell(shown);
  };
  const hasPace = board.rows.some(({ ahead }) => ahead !== undefined);
  return (
    <section
      className="max-h-[80vh] overflow-auto print:max-h-none print:overflow-visible"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: whoever has no mouse scrolls by the keyboard.
      tabIndex={0}
      aria-label={label}
    >
      <table className="board border-collapse text-base">
        <thead>
          <tr>
            <th scope="col" className="board-name text-left align-bottom">
              Student
            </th>
            <th scope="col" className="px-2 text-left align-bottom">
              Last
            </th>
            <th scope="col" className="px-2 text-right align-bottom">
              Learned
            </th>
            {hasPace && (
              <th scope="col" className="px-2 text-right align-bottom">
                Pace
              </th>
            )}
            {board.lines.map(({ assignmentId, number, title }) => (
              <th key={assignmentId} scope="col" className="board-line">
                <a href={`/given/${assignmentId}`} title={title}>
                  {number}
                  <span className="sr-only"> {title}</span>
                </a>
              </th>
            ))}
          </tr>
        </thead>
        {/* biome-ignore lint/a11y/useKeyWithMouseEvents: cells take no focus; what they stand for is written in them for readers. */}
        <tbody onMouseOver={sayInFull}>
          {board.rows.map((row) => (
            <tr key={row.studentId} data-student={row.name}>
              <th scope="row" className="board-name text-left">
                <a href={`/students/${row.studentId}`}>{row.name}</a>
              </th>
              <td className="px-2 whitespace-nowrap">
                {isIdle(row, idleBefore) && <span aria-hidden>◷ </span>}
                {row.lastPractisedOn ? sayDay(row.lastPractisedOn, today, dayOrder) : 'never'}
              </td>
              <td className="px-2 text-right whitespace-nowrap" title={row.tokens.join(', ')}>
                {row.learned}
                {row.tokens.length > 0 && ` · ${row.tokens.length} ✦`}
              </td>
              {hasPace && (
                <td className="px-2 text-right whitespace-nowrap">
                  {row.ahead !== undefined &&
                    (row.ahead < 0 ? `${(-row.ahead).toFixed(1)} behind` : `${row.ahead.toFixed(1)} ahead`)}
                </td>
              )}
              {row.cells.map((cell, index) => (
                <Cell key={index} cell={cell} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
});
