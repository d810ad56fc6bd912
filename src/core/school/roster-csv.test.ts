import { MOST_ROSTER_ROWS, readRoster } from './roster-csv';

const rows = (text: string, taken: readonly string[] = []) =>
  readRoster(text, new Set(taken)).map(({ name, userName, instrument, problem }) => [
    name,
    userName,
    instrument,
    problem,
  ]);

test.each<[string, string, readonly (readonly (string | undefined)[])[]]>([
  [
    'commas and heads',
    'Name,User name,Instrument\nMila Sorg,mila,Flute\n',
    [['Mila Sorg', 'mila', 'flute', undefined]],
  ],
  ['semicolons', 'name;instrument\nMila Sorg;flute', [['Mila Sorg', 'mila', 'flute', undefined]]],
  ['tabs', 'Name\tPlays\nMila Sorg\tFlute', [['Mila Sorg', 'mila', 'flute', undefined]]],
  [
    'no heads',
    'Mila Sorg,Flute\nTeo Brandt,tuba',
    [
      ['Mila Sorg', 'mila', 'flute', undefined],
      ['Teo Brandt', 'teo', 'tuba', undefined],
    ],
  ],
  [
    'a byte order mark and blank lines',
    '\uFEFFName\n\n  Mila Sorg  \n,\n',
    [['Mila Sorg', 'mila', undefined, undefined]],
  ],
  [
    'first and last name apart',
    'Last name,First name\nSorg,Mila',
    [['Mila Sorg', 'mila', undefined, undefined]],
  ],
  ['last name first', 'Name\n"Sorg, Mila"', [['Mila Sorg', 'mila', undefined, undefined]]],
  [
    'letters that no keyboard of ours has',
    'Name\nÅsa Ødegård\nŁucja',
    [
      ['Åsa Ødegård', 'asa', undefined, undefined],
      ['Łucja', 'lucja', undefined, undefined],
    ],
  ],
  [
    'two of one first name',
    'Name\nMila Sorg\nMila Falk',
    [
      ['Mila Sorg', 'mila', undefined, undefined],
      ['Mila Falk', 'mila2', undefined, undefined],
    ],
  ],
  [
    'the same twice',
    'Name\nMila Sorg\nmila sorg',
    [
      ['Mila Sorg', 'mila', undefined, undefined],
      ['mila sorg', 'mila2', undefined, undefined],
    ],
  ],
  [
    'an instrument with its key and part',
    'Name,Plays\nMila Sorg,B♭ Clarinet 2',
    [['Mila Sorg', 'mila', 'clarinet', undefined]],
  ],
  ['a name with a suffix', 'Name\n"Smith, Jr."', [['Smith Jr.', 'smith', undefined, undefined]]],
  [
    'last, first and suffix',
    'Name\n"Smith, Ann, Jr."\n"Sorg, Mila, III"',
    [
      ['Ann Smith Jr.', 'ann', undefined, undefined],
      ['Mila Sorg III', 'mila', undefined, undefined],
    ],
  ],
  [
    'last, first without quotes or heads',
    'Sorg, Mila\nBrandt, Teo',
    [
      ['Mila Sorg', 'mila', undefined, undefined],
      ['Teo Brandt', 'teo', undefined, undefined],
    ],
  ],
  [
    'a column of numbers',
    '1,Mila Sorg,Flute\n2,Teo Brandt,',
    [
      ['Mila Sorg', 'mila', 'flute', undefined],
      ['Teo Brandt', 'teo', undefined, undefined],
    ],
  ],
  [
    'numbers before the names',
    '1. Mila Sorg\n2) Teo Brandt\n10. .Ann.',
    [
      ['Mila Sorg', 'mila', undefined, undefined],
      ['Teo Brandt', 'teo', undefined, undefined],
      ['.Ann.', 'ann', undefined, undefined],
    ],
  ],
  [
    'a name of no letters that a user name could have',
    'Name\n李明\n.',
    [
      ['李明', 'student', undefined, undefined],
      ['.', 'student2', undefined, undefined],
    ],
  ],
  ['nothing', '', []],
])('%s', (_, text, expected) => {
  expect(rows(text)).toEqual(expected);
});

test('what is taken in the class gets a number, and the mend says so', () => {
  const [row] = readRoster('Name,User name\nMila Sorg,Mila', new Set(['mila']));
  expect(row).toMatchObject({ userName: 'mila2', mends: ['user name “mila2” instead of “Mila”'] });
});

test('an instrument that is not known is said, not guessed', () => {
  const [row] = readRoster('Name,Plays\nMila Sorg,kazoo', new Set());
  expect(row).toMatchObject({ instrument: undefined, problem: undefined });
  expect(row!.mends.join()).toContain('kazoo');
});

test('user names are all different and plain, however many there are', () => {
  const text = Array.from({ length: MOST_ROSTER_ROWS }, (_, n) => `Åke Number ${n}`).join('\n');
  const read = readRoster(text, new Set());
  expect(read).toHaveLength(MOST_ROSTER_ROWS);
  expect(new Set(read.map(({ userName }) => userName)).size).toBe(MOST_ROSTER_ROWS);
  for (const { userName } of read) expect(userName).toMatch(/^[a-z0-9._-]{1,30}$/);
});
