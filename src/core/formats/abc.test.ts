import { leadLine, type Note, performedOrder, writtenNotes } from '../notation';
import { pitchName } from '../pitch';
import { toNumber } from '../time';
import { readAbc } from '.';

function read(text: string) {
  const result = readAbc(new TextEncoder().encode(text));
  if (!result.ok) throw new Error(JSON.stringify(result.issues));
  return result;
}

const tune = (body: string, header = 'M:4/4\nL:1/4\nK:C') => `X:1\nT:Invented\n${header}\n${body}\n`;

const notesOf = (text: string) =>
  read(text)
    .value.parts[0]!.measures.flatMap(({ events }) => events)
    .filter((e): e is Note => e.kind === 'note');

// The abc music standard 2.1, sections 4.1–4.13 (in our own examples).
test.each([
  ['lengths', 'C D2 E/ F/', ['C 1', 'D 2', 'E 0.5', 'F 0.5']],
  ['octaves', "C, C c c'", ['C 1', 'C 1', 'C 1', 'C 1']],
  ['broken rhythm', 'C>D E<F', ['C 1.5', 'D 0.5', 'E 0.5', 'F 1.5']],
  ['accidentals to the barline', '^F F =F F | F4', ['F♯ 1', 'F♯ 1', 'F 1', 'F 1', 'F 4']],
  ['a note no single value can write', 'C5/2 z/ z', ['C 2', 'C 0.5']],
])('reads %s', (_, body, expected) => {
  const found = notesOf(tune(body)).map((note) =>
    note.pitch.kind === 'pitched' ? `${pitchName(note.pitch.spelling)} ${toNumber(note.quarters)}` : '',
  );
  expect(found).toEqual(expected);
});

test('octave marks say how high', () => {
  const octaves = notesOf(tune("C, C c c'")).map(
    (note) => note.pitch.kind === 'pitched' && note.pitch.spelling.octave,
  );
  expect(octaves).toEqual([3, 4, 5, 6]);
});

test.each([
  ['D', 2],
  ['Bb', -2],
  ['Em', 1],
  ['A dor', 1],
  ['C#', 7],
])('the key %s has %i sharps', (key, fifths) => {
  expect(read(tune('C4', `M:4/4\nL:1/4\nK:${key}`)).value.parts[0]!.measures[0]!.keyFifths).toBe(fifths);
});

test('ties, slurs, signs, words and marks reach their notes', () => {
  const result = read(tune('!mf!(C D) E-E | !accent!F !fermata!.G "^rit."A z |\nw: one two- three _ four'));
  const [measure, second] = result.value.parts[0]!.measures;
  const events = measure!.events as Note[];
  expect(events.map(({ slurStarts, slurStops }) => slurStarts - slurStops)).toEqual([1, -1, 0, 0]);
  expect(events.map(({ tiedToNext, tiedFromPrevious }) => [tiedToNext, tiedFromPrevious])).toEqual([
    [false, false],
    [false, false],
    [true, false],
    [false, true],
  ]);
  expect(events.map(({ lyric }) => lyric)).toEqual(['one', 'two-', 'three', undefined]);
  expect(measure!.directions).toEqual([
    { kind: 'dynamic', mark: 'mf', offsetQuarters: { numerator: 0, denominator: 1 } },
  ]);
  expect((second!.events[0] as Note).articulations).toEqual(['accent']);
  expect(second!.events[1]).toMatchObject({ fermata: true, articulations: ['staccato'] });
  expect(second!.directions[0]).toMatchObject({ kind: 'words', text: 'rit.' });
  expect(result.warnings).toEqual([]);
});

test('chord symbols and ornaments stand where they are written', () => {
  const { value, warnings } = read(tune('"Am"C "G7/B"D TE !lowermordent!F|!turn!C4'));
  const [first, second] = value.parts[0]!.measures;
  expect(first!.directions).toEqual([
    {
      kind: 'chord',
      symbol: { root: { step: 'A', alter: 0 }, kind: 'minor' },
      offsetQuarters: { numerator: 0, denominator: 1 },
    },
    {
      kind: 'chord',
      symbol: { root: { step: 'G', alter: 0 }, kind: 'dominant', bass: { step: 'B', alter: 0 } },
      offsetQuarters: { numerator: 1, denominator: 1 },
    },
  ]);
  expect(
    [...first!.events, ...second!.events].map((event) => event.kind === 'note' && event.ornament),
  ).toEqual([...[undefined, undefined, 'trill', 'mordent', 'turn']]);
  expect(warnings).toEqual([]);
});

test('a pickup, repeats and endings are played in the right order', () => {
  const { value } = read(tune('G|:C4|1 D4:|2 E3|]'));
  const line = leadLine(value);
  expect(line.part.measures.map(({ number }) => number)).toEqual([0, 1, 2, 3]);
  expect(performedOrder(line.part).map(({ measure }) => measure.number)).toEqual([0, 1, 2, 1, 3]);
  expect(writtenNotes(line)).toHaveLength(5);
});

test('what cannot be kept is said with its measure', () => {
  const { warnings } = read(tune('"Am13#9"C {d}z (5:4:5G/A/B/c/d/|!roll!C4'));
  expect(warnings.map(({ where, code }) => `${where} ${code}`)).toEqual([
    'measure 1 left-out',
    'measure 1 grace',
    'measure 1 tuplet',
    'measure 2 left-out',
  ]);
});

test('staves become parts, voices of one staff stay together', () => {
  const { value } = read(
    'X:1\nT:Two\nM:3/4\nL:1/4\n%%score 1 | (2 3)\nV:1 name="Flute"\nV:2 name="Harp"\nV:3\nK:G\n[V:1] G3|[V:2] B3|[V:3] D3|\n',
  );
  expect(value.parts.map(({ name, measures }) => [name, 1 + measures[0]!.otherVoices.length])).toEqual([
    ['Flute', 1],
    ['Harp', 2],
  ]);
});

test.each([
  ['no key', 'X:1\nT:x\nCDEF|', 'not-abc'],
  ['no meter', tune('C4', 'L:1/4\nK:C'), 'meter'],
  ['an odd meter', tune('C4', 'M:7/16\nL:1/4\nK:C'), 'meter'],
  ['no note', 'X:1\nT:x\nM:4/4\nK:C\n', 'no-notes'],
])('a text with %s is refused', (_, text, code) => {
  const result = readAbc(new TextEncoder().encode(text));
  expect(result.ok ? [] : result.issues.map((issue) => issue.code)).toEqual([code]);
});
