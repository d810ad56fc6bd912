import Papa from 'papaparse';
import {
  arrangedBoard,
  type Board,
  type BoardCell,
  type BoardFilter,
  type BoardSort,
  boardCsv,
  sayCell,
} from './board';

const cell = (state: BoardCell['state'], reachedBpm?: number): BoardCell => ({
  state,
  reachedBpm,
  goalBpm: 88,
});
const row = (
  name: string,
  lastPractisedOn: string | undefined,
  learned: number,
  ahead: number | undefined,
  state: BoardCell['state'],
) => ({
  studentId: name,
  name,
  instrument: 'Flute',
  cells: [cell(state, learned > 0 ? 72 : undefined)],
  learned,
  tokens: learned > 0 ? ['amber bead'] : [],
  lastPractisedOn,
  ahead,
});
const board: Board = {
  lines: [{ assignmentId: 'a', number: 5, title: 'Over the Puddle' }],
  rows: [
    row('Teo', '2026-11-20', 1, 0.5, 'learned'),
    row('Ada', '2026-11-25', 0, -1, 'asks-for-help'),
    row('Ödön', undefined, 0, -2, 'not-begun'),
  ],
};

test.each<[BoardSort, BoardFilter, string[]]>([
  ['name', 'all', ['Ada', 'Ödön', 'Teo']],
  ['last', 'all', ['Ödön', 'Teo', 'Ada']],
  ['learned', 'all', ['Ada', 'Ödön', 'Teo']],
  ['name', 'help', ['Ada']],
  ['name', 'idle', ['Ödön', 'Teo']],
  ['name', 'behind', ['Ada', 'Ödön']],
])('by %s, %s', (sort, filter, expected) => {
  expect(arrangedBoard(board, sort, filter, '2026-11-21').rows.map(({ name }) => name)).toEqual(expected);
});

test('as a table it says what the cells say', () => {
  const { data } = Papa.parse<Record<string, string>>(boardCsv(board), { header: true });
  expect(data.map((one) => one['5 Over the Puddle'])).toEqual(
    board.rows.map(({ cells }) => sayCell(cells[0]!)),
  );
  expect(data[0]).toMatchObject({ student: 'Teo', learned: '1', ahead: '0.5', tokens: 'amber bead' });
  expect(data[2]).toMatchObject({ student: 'Ödön', 'last practised': '', ahead: '-2' });
});
