import Papa from 'papaparse';
import { type InstrumentId, maybeInstrumentNamed } from '../instruments';

/** A student as a list of names gives it, mended where it can be. */
export interface RosterRow {
  /** In the file, from 1. */
  readonly row: number;
  readonly name: string;
  readonly userName: string;
  /** Id of the instrument catalogue; undefined when the list does not say, or says none that Mevlo knows. */
  readonly instrument: InstrumentId | undefined;
  /** What Mevlo did to it, in words. */
  readonly mends: readonly string[];
  /** Why it cannot be taken in; undefined when it can. */
  readonly problem: string | undefined;
}

export const MOST_ROSTER_ROWS = 200;
const LONGEST_NAME = 60;
const LONGEST_USER_NAME = 30;

const NAME_HEADS = ['name', 'student', 'full name', 'student name'];
const FIRST_NAME_HEADS = ['first name', 'given name', 'firstname', 'forename'];
const LAST_NAME_HEADS = ['last name', 'family name', 'surname', 'lastname'];
const USER_NAME_HEADS = ['user name', 'username', 'user', 'login'];
const INSTRUMENT_HEADS = ['instrument', 'plays'];

/**
 * Reads a list of students as spreadsheets write it: commas, semicolons or tabs, with or without a line of heads.
 * Source: RFC 4180, and what is found in the wild.
 * @param taken user names of the class, lower case.
 * @returns at most one more than can be taken in at once.
 */
export function readRoster(text: string, taken: ReadonlySet<string>): readonly RosterRow[] {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const cells = data.map((row) => row.map((cell) => cell.trim().replace(/\s+/g, ' ')));
  const columns = columnsOf(cells[0] ?? []);
  const first = columns ? 1 : 0;
  const { name, firstName, lastName, userName, instrument } = columns ?? plainColumnsOf(cells);
  const used = new Set(taken);
  const seen = new Set<string>();
  return cells.slice(first, first + MOST_ROSTER_ROWS + 1).map((row, index) => {
    const cell = (column: number | undefined) => (column === undefined ? '' : (row[column] ?? ''));
    const mends: string[] = [];
    const listed = cell(name) || [cell(firstName), cell(lastName)].filter(Boolean).join(' ');
    const written = listed.replace(NUMBERED, '');
    if (written !== listed) mends.push('left out the number before the name');
    const turned = turnedName(written);
    if (turned !== written) mends.push('put the first name first');
    const asked = cell(userName).toLowerCase();
    const chosen = freeUserName(asked || firstWord(turned), used);
    if (asked === '') mends.push(`made the user name “${chosen}”`);
    else if (chosen !== asked) mends.push(`user name “${chosen}” instead of “${cell(userName)}”`);
    const plays = maybeInstrumentNamed(cell(instrument))?.id;
    if (cell(instrument) !== '' && !plays) mends.push(`no instrument: “${cell(instrument)}” is not known`);
    const key = turned.toLowerCase();
    const problem =
      turned === ''
        ? 'There is no name in this row.'
        : turned.length > LONGEST_NAME
          ? `A name has at most ${LONGEST_NAME} letters.`
          : undefined;
    if (problem === undefined && seen.has(key)) mends.push(NAMESAKE);
    seen.add(key);
    if (problem === undefined) used.add(chosen);
    return { row: first + index + 1, name: turned, userName: chosen, instrument: plays, mends, problem };
  });
}

/** Two may well be called the same; a list that holds somebody twice has it, too. */
const NAMESAKE = 'the same name stands further up: leave one out if it is the same student';

interface Columns {
  readonly name: number | undefined;
  readonly firstName: number | undefined;
  readonly lastName: number | undefined;
  readonly userName: number | undefined;
  readonly instrument: number | undefined;
}

/**
 * Without heads the first column is the name and the second the instrument; or, where no second column names an instrument, last and
 * first name, as "Last, First" falls apart at its comma. A column of numbers before that is passed over.
 */
function plainColumnsOf(rows: readonly (readonly string[])[]): Columns {
  const from = rows.length > 0 && rows.every(([head = '']) => /^\d{1,3}[.)]?$/.test(head)) ? 1 : 0;
  const seconds = rows.flatMap((row) => row[from + 1] || []);
  const areNames =
    seconds.length === rows.length &&
    seconds.every((second) => /^\p{Lu}/u.test(second) && !maybeInstrumentNamed(second));
  const none = { name: undefined, firstName: undefined, lastName: undefined, userName: undefined };
  return areNames
    ? { ...none, lastName: from, firstName: from + 1, instrument: from + 2 }
    : { ...none, name: from, instrument: from + 1 };
}

/** "3. Mila Sorg", "3) Mila Sorg". */
const NUMBERED = /^\d{1,3}[.)]\s*/;

/** Undefined when the row has no heads. */
function columnsOf(heads: readonly string[]): Columns | undefined {
  const find = (names: readonly string[]) => {
    const index = heads.findIndex((head) => names.includes(head.toLowerCase().replace(/[_-]/g, ' ')));
    return index < 0 ? undefined : index;
  };
  const columns = {
    name: find(NAME_HEADS),
    firstName: find(FIRST_NAME_HEADS),
    lastName: find(LAST_NAME_HEADS),
    userName: find(USER_NAME_HEADS),
    instrument: find(INSTRUMENT_HEADS),
  };
  return columns.name === undefined && columns.firstName === undefined ? undefined : columns;
}

/** What follows a name after a comma and is no first name. */
const SUFFIX = /^(jr|sr|junior|senior|ii|iii|iv)\.?$/i;

/** "Lindqvist, Ida" is Ida Lindqvist; "Smith, Jr." is Smith Jr., and "Smith, Ann, Jr." Ann Smith Jr. */
function turnedName(name: string): string {
  const parts = name.split(',').map((part) => part.trim());
  const suffixes = parts.filter((part, index) => index > 0 && SUFFIX.test(part));
  const [last, first, ...more] = parts.filter((part) => !suffixes.includes(part));
  if (more.length > 0 || parts.some((part) => part === '')) return name;
  return [first, last, ...suffixes].filter(Boolean).join(' ');
}

const firstWord = (name: string) => name.split(' ')[0] ?? '';

/** Letters a–z, digits, dots and dashes only; with a number behind when it is taken. */
function freeUserName(wish: string, used: ReadonlySet<string>): string {
  const plain =
    wish
      .toLowerCase()
      .replace(/ß/g, 'ss')
      .replace(/ø/g, 'o')
      .replace(/[æœ]/g, (letter) => (letter === 'æ' ? 'ae' : 'oe'))
      .replace(/ł/g, 'l')
      .normalize('NFD')
      .replace(/[^a-z0-9._-]/g, '')
      .replace(/^[._-]+|[._-]+$/g, '')
      .slice(0, LONGEST_USER_NAME - 3) || 'student';
  if (!used.has(plain)) return plain;
  let number = 2;
  while (used.has(`${plain}${number}`)) number++;
  return `${plain}${number}`;
}
