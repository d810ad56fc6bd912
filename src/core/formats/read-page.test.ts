import { scoreXml } from '../../../tests/support/lines';
import { leadLine, writtenNotes } from '../notation';
import { readPage } from '.';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const END = '<barline_location="right"><bar-style>light-heavy</bar-style></barline>';
const said = (text: string, kind = 'words') =>
  `<direction><direction-type><${kind}>${text.replaceAll(' ', '_')}</${kind}></direction-type></direction>`;
const SYSTEM = '<print_new-system="yes"/>';

function shown(bytes: Uint8Array, starts?: readonly number[]) {
  const page = readPage(bytes, starts);
  if (!page.ok) throw new Error(page.issues[0]!.message);
  return page.value.pieces.map(({ number, title, from, to, read }) => ({
    heading: [number, title],
    place: [from, to],
    notes: read.ok
      ? writtenNotes(leadLine(read.value)).map(({ sound }) => (sound.kind === 'pitched' ? sound.midi : 'x'))
      : read.issues.map(({ code }) => code),
  }));
}

describe('a page of exercises in MusicXML', () => {
  // Common practice in print: a final barline ends an exercise, a number stands at the head of the next.
  const page = bytesOf(
    scoreXml(
      [
        `${said('12. Lantern walk')} C4h D4h`,
        `E4w ${END}`,
        `${SYSTEM} ${said('13', 'rehearsal')} F#4h G4h`,
        `<barline_location="left"><bar-style>heavy-light</bar-style><repeat_direction="forward"/></barline> A4w <barline_location="right"><bar-style>light-heavy</bar-style><repeat_direction="backward"/></barline>`,
        `${SYSTEM} ${said('No. 14 Two boats')} C5w`,
      ],
      { fifths: 1, transpose: -2 },
    ),
  );

  test('each is a line with its number, its title and what is in force', () => {
    expect(shown(page)).toEqual([
      { heading: [12, 'Lantern walk'], place: [0, 2], notes: [58, 60, 62] },
      { heading: [13, undefined], place: [2, 4], notes: [64, 65, 67, 67] },
      { heading: [14, 'Two boats'], place: [4, 5], notes: [70] },
    ]);
    const read = readPage(page);
    const [, second, third] = read.ok ? read.value.pieces : [];
    for (const piece of [second, third])
      expect(piece!.read.ok && piece!.read.value.parts[0]).toMatchObject({
        transpositionSemitones: -2,
        measures: [
          { number: 1, keyFifths: 1, clef: 'treble', meter: { beats: 4, beatType: 4 } },
          ...(piece === second ? [{ number: 2 }] : []),
        ],
      });
  });

  test('the heading is no word over the music; other words stay', () => {
    const words = bytesOf(scoreXml([`${said('3. Slow boat')} ${said('dolce')} C4w ${END}`, 'D4w']));
    const read = readPage(words);
    const [first] = read.ok ? read.value.pieces : [];
    expect(first!.read.ok && first!.read.value.parts[0]!.measures[0]!.directions).toMatchObject([
      { kind: 'words', text: 'dolce' },
    ]);
  });

  test('it can be cut elsewhere, or not at all', () => {
    expect(shown(page, [0]).map(({ place }) => place)).toEqual([[0, 5]]);
    expect(shown(page, [0, 1, 4]).map(({ place }) => place)).toEqual([
      [0, 1],
      [1, 4],
      [4, 5],
    ]);
  });

  test('a piece that cannot be read takes no other with it', () => {
    const broken = bytesOf(scoreXml([`C4w ${END}`, `Rw ${END}`, 'D4w']));
    expect(shown(broken).map(({ notes }) => notes)).toEqual([[60], ['no-notes', 'empty-part'], [62]]);
  });

  test('measures that are numbered anew begin a line; a pickup stands before it', () => {
    const numbered = new TextDecoder()
      .decode(bytesOf(scoreXml(['C4w', 'D4w', 'E4q', 'F4w', 'G4h.'])))
      .replace('<measure number="3"', '<measure number="0"')
      .replace('<measure number="4"', '<measure number="1"')
      .replace('<measure number="5"', '<measure number="2"');
    const pieces = readPage(bytesOf(numbered));
    expect(pieces.ok && pieces.value.pieces.map(({ from, to }) => [from, to])).toEqual([
      [0, 2],
      [2, 5],
    ]);
    const [, second] = pieces.ok ? pieces.value.pieces : [];
    expect(second!.read.ok && second!.read.value.parts[0]!.measures.map(({ number }) => number)).toEqual([
      0, 1, 2,
    ]);
  });
});

test('the tunes of an ABC book are lines of their own, and the file header holds for all', () => {
  // The abc music standard 2.1, section 2.2.2: fields of the file header apply to all tunes.
  const book =
    'M:3/4\nL:1/4\n\nX:4\nT:Gate song\nK:G\nGAB|\n\nX:7\nT:Broken\nK:C\n\n\nX:9\nT:Well\nM:2/4\nK:C\nCD|\n';
  expect(shown(bytesOf(book))).toEqual([
    { heading: [4, 'Gate song'], place: [0, 0], notes: [67, 69, 71] },
    { heading: [7, undefined], place: [0, 0], notes: ['no-notes'] },
    { heading: [9, 'Well'], place: [0, 0], notes: [60, 62] },
  ]);
});

test('one line is one line, under its own title', () => {
  const one = scoreXml(['C4w', 'D4w']).replace(
    '<part-list>',
    '<work><work-title>Alone</work-title></work><part-list>',
  );
  expect(shown(bytesOf(one)).map(({ heading }) => heading)).toEqual([[undefined, 'Alone']]);
});

test('more than anybody looks through is refused with what to do', () => {
  const book = Array.from({ length: 61 }, (_, n) => `X:${n + 1}\nT:t\nM:4/4\nL:1/4\nK:C\nC4|\n`).join('\n');
  const read = readPage(bytesOf(book));
  expect(!read.ok && read.issues[0]!.message).toMatch(/holds 61 lines; up to 60/);
});
