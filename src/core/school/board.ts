import { csv } from './csv';

/** Where a student stands on a line, the most pressing word first. */
export type BoardState =
  | 'asks-for-help'
  | 'see-me'
  | 'waiting'
  | 'learned'
  | 'under-way'
  | 'not-begun'
  | 'not-given';

export interface BoardCell {
  readonly state: BoardState;
  /** The fastest good or accepted take; undefined without one. */
  readonly reachedBpm: number | undefined;
  readonly goalBpm: number;
}

export interface BoardLine {
  readonly assignmentId: string;
  readonly number: number;
  readonly title: string;
}

export interface BoardRow {
  readonly studentId: string;
  readonly name: string;
  readonly instrument: string | undefined;
  /** In the order of the lines. */
  readonly cells: readonly BoardCell[];
  readonly learned: number;
  readonly tokens: readonly string[];
  /** `YYYY-MM-DD`; undefined for who has not handed anything in. */
  readonly lastPractisedOn: string | undefined;
  /** Pieces ahead of the goal of the class, behind when negative; undefined without a goal. */
  readonly ahead: number | undefined;
}

export interface Board {
  readonly lines: readonly BoardLine[];
  readonly rows: readonly BoardRow[];
}

export const BOARD_SORTS = ['name', 'last', 'learned'] as const;
export type BoardSort = (typeof BOARD_SORTS)[number];
export const BOARD_FILTERS = ['all', 'help', 'idle', 'behind'] as const;
export type BoardFilter = (typeof BOARD_FILTERS)[number];

/** Who has handed in nothing for so long has not practised. Common practice: a weekly lesson. */
export const IDLE_DAYS = 7;

/** The rows that are asked for, in the order asked for; equal ones by name. @param idleBefore a day: who practised last before it is idle. */
export function arrangedBoard(
  { lines, rows }: Board,
  sort: BoardSort,
  filter: BoardFilter,
  idleBefore: string,
): Board {
  const isShown = (row: BoardRow) => {
    switch (filter) {
      case 'all':
        return true;
      case 'help':
        return row.cells.some(({ state }) => state === 'asks-for-help');
      case 'idle':
        return isIdle(row, idleBefore);
      case 'behind':
        return row.ahead !== undefined && row.ahead < 0;
    }
  };
  const byName = (a: BoardRow, b: BoardRow) => a.name.localeCompare(b.name, 'en');
  const order: Readonly<Record<BoardSort, (a: BoardRow, b: BoardRow) => number>> = {
    name: byName,
    // Who needs looking after comes first.
    last: (a, b) => (a.lastPractisedOn ?? '').localeCompare(b.lastPractisedOn ?? '') || byName(a, b),
    learned: (a, b) => a.learned - b.learned || byName(a, b),
  };
  return { lines, rows: rows.filter(isShown).toSorted(order[sort]) };
}

/** Some of the lines of a board, for paper that is not as wide. @param from index of the first line. */
export const sliceOfBoard = ({ lines, rows }: Board, from: number, count: number): Board => ({
  lines: lines.slice(from, from + count),
  rows: rows.map((row) => ({ ...row, cells: row.cells.slice(from, from + count) })),
});

/** @param idleBefore a day. */
export const isIdle = ({ lastPractisedOn }: BoardRow, idleBefore: string): boolean =>
  lastPractisedOn === undefined || lastPractisedOn < idleBefore;

/** The board as a table, a row a student. */
export function boardCsv({ lines, rows }: Board): string {
  return csv(
    rows.map((row) => ({
      student: row.name,
      plays: row.instrument ?? '',
      'last practised': row.lastPractisedOn ?? '',
      learned: row.learned,
      ahead: row.ahead === undefined ? '' : Math.round(row.ahead * 10) / 10,
      tokens: row.tokens.join(' '),
      ...Object.fromEntries(
        lines.map(({ number, title }, index) => [`${number} ${title}`, sayCell(row.cells[index]!)]),
      ),
    })),
  );
}

/** A cell in words. */
export function sayCell({ state, reachedBpm, goalBpm }: BoardCell): string {
  const tempo = reachedBpm === undefined ? '' : `, ${reachedBpm} of ${goalBpm}`;
  switch (state) {
    case 'not-given':
      return '';
    case 'not-begun':
      return 'not begun';
    case 'under-way':
      return `under way${tempo}`;
    case 'learned':
      return `learned${tempo}`;
    case 'waiting':
      return `waits for your word${tempo}`;
    case 'see-me':
      return `comes to see you${tempo}`;
    case 'asks-for-help':
      return `asks for help${tempo}`;
  }
}
