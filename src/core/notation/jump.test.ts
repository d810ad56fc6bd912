// D.C., D.S., Fine and coda: what is played, written, read, drawn and judged. Common practice: repeats are not taken again.
import { readLine, scoreXml } from '../../../tests/support/lines';
import { heardPlaying } from '../../../tests/support/perfectly-heard';
import { rightOf } from '../../../tests/support/results';
import { checkHeard } from '../checking';
import { readAbc, readMusicXml, writeMei, writeMusicXml } from '../formats';
import { apply, openDesk, understand } from '../writing';
import { type Jump, leadLine, type Measure, maybeJump, performedOrder, sayJump } from '.';

const bytesOf = (text: string) => new TextEncoder().encode(text);

/** So many measures, with signs at some of them by their number. */
function withSigns(count: number, signs: Readonly<Record<number, Partial<Measure>>>) {
  const notes = ['C4w', 'D4w', 'E4w', 'F4w', 'G4w', 'A4w', 'B4w', 'C5w'].slice(0, count);
  const { part } = readLine(scoreXml(notes));
  return { ...part, measures: part.measures.map((measure) => ({ ...measure, ...signs[measure.number] })) };
}

const TO_START: Jump = { to: 'start', until: 'end' };
const TO_FINE: Jump = { to: 'start', until: 'fine' };
const TO_CODA: Jump = { to: 'segno', until: 'coda' };

test.each<[string, number, Readonly<Record<number, Partial<Measure>>>, string]>([
  ['D.C.', 3, { 3: { jump: TO_START } }, '1 2 3 1 2 3'],
  ['D.C. al Fine', 4, { 2: { landmarks: ['fine'] }, 4: { jump: TO_FINE } }, '1 2 3 4 1 2'],
  ['D.C. with Fine, said shortly', 4, { 2: { landmarks: ['fine'] }, 4: { jump: TO_START } }, '1 2 3 4 1 2'],
  [
    'D.S. al Fine',
    4,
    { 2: { landmarks: ['segno'] }, 3: { landmarks: ['fine'] }, 4: { jump: { to: 'segno', until: 'fine' } } },
    '1 2 3 4 2 3',
  ],
  [
    'D.S. al Coda',
    5,
    {
      1: { landmarks: ['segno'] },
      2: { landmarks: ['to-coda'] },
      4: { jump: TO_CODA },
      5: { landmarks: ['coda'] },
    },
    '1 2 3 4 1 2 5',
  ],
  [
    'D.C. al Fine with a repeat, which is not taken again',
    4,
    { 2: { repeatPlays: 2, landmarks: ['fine'] }, 4: { jump: TO_FINE } },
    '1 2 1 2 3 4 1 2',
  ],
  [
    'D.C. behind endings: the last of them',
    5,
    {
      2: { endingPasses: [1], repeatPlays: 2 },
      3: { endingPasses: [2], landmarks: ['fine'] },
      5: { jump: TO_FINE },
    },
    '1 2 1 3 4 5 1 3',
  ],
  [
    'a repeat that ends where D.C. stands is taken first',
    2,
    { 2: { repeatPlays: 2, jump: TO_START } },
    '1 2 1 2 1 2',
  ],
  [
    'a coda that is nowhere: straight on',
    3,
    { 2: { landmarks: ['to-coda'] }, 3: { jump: TO_CODA } },
    '1 2 3 1 2 3',
  ],
])('%s', (_, count, signs, expected) => {
  const order = performedOrder(withSigns(count, signs));
  expect(order.map(({ measure }) => measure.number).join(' ')).toBe(expected);
});

test.each<[string, Jump | undefined]>([
  ['D.C.', TO_START],
  ['D. C. al Fine', TO_FINE],
  ['DC al fine', TO_FINE],
  ['Da Capo al Fine', TO_FINE],
  ['D.S. al Coda', TO_CODA],
  ['dal segno', { to: 'segno', until: 'end' }],
  ['dolce', undefined],
  ['D string', undefined],
  ['decresc.', undefined],
])('"%s" is understood', (text, jump) => {
  expect(maybeJump(text)).toEqual(jump);
  if (jump) expect(maybeJump(sayJump(jump))).toEqual(jump);
});

const SIGNED = {
  title: 'x',
  composer: undefined,
  parts: [
    withSigns(6, {
      1: { landmarks: ['segno'] },
      2: { landmarks: ['to-coda'] },
      3: { landmarks: ['fine'] },
      5: { jump: TO_CODA },
      6: { landmarks: ['coda'] },
    }),
  ],
};

test('every sign survives MusicXML, and is drawn', () => {
  const read = rightOf(readMusicXml(bytesOf(writeMusicXml(SIGNED))));
  expect(read.parts[0]!.measures).toEqual(SIGNED.parts[0]!.measures);
  const mei = writeMei(leadLine(SIGNED), { measuresPerSystem: 6, under: new Map() });
  expect([...mei.matchAll(/<repeatMark func="(\w+)"/g)].map(([, func]) => func)).toEqual([
    ...['segno', 'coda', 'fine', 'dalSegno', 'coda'],
  ]);
});

test('words without what they play, and what plays without words, are read alike', () => {
  const xml = writeMusicXml(SIGNED);
  for (const bare of [
    xml.replace(/<sound [^>]*\/>/g, ''),
    xml.replaceAll('<words>To Coda</words>', '<words></words>'),
  ]) {
    const read = rightOf(readMusicXml(bytesOf(bare)));
    expect(performedOrder(read.parts[0]!).map(({ measure }) => measure.number)).toEqual([
      1, 2, 3, 4, 5, 1, 2, 6,
    ]);
  }
});

test('an ABC tune says it with decorations or with words', () => {
  for (const [fine, capo] of [
    ['!fine!', '!D.C.alfine!'],
    ['"^Fine"', '"^D.C. al Fine"'],
  ]) {
    const tune = `X:1\nT:x\nM:4/4\nL:1/1\nK:C\nC|${fine}D|E|${capo}F|]\n`;
    const read = rightOf(readAbc(bytesOf(tune)));
    expect(performedOrder(read.parts[0]!).map(({ measure }) => measure.number)).toEqual([1, 2, 3, 4, 1, 2]);
  }
});

test('a take is judged in the order in which it is played', () => {
  const line = { title: 'x', part: withSigns(4, { 2: { landmarks: ['fine'] }, 4: { jump: TO_FINE } }) };
  const straight = { title: 'x', part: withSigns(4, {}) };
  const checked = (played: typeof line) =>
    checkHeard(line, heardPlaying(played, { seed: 1, bpm: 90 }), 90).verdict;
  const right = checked(line);
  expect(right.measures.map(({ number, pass }) => `${number}${pass > 1 ? ' again' : ''}`)).toEqual([
    ...['1', '2', '3', '4', '1 again', '2 again'],
  ]);
  expect(right.measures.some((m) => m.notesNeedWork || m.rhythmNeedsWork)).toBe(false);
  expect(checked(straight).measures.map(({ notesNeedWork }) => notesNeedWork)).toEqual([
    ...[false, false, false, false, true, true],
  ]);
});

test('it is said at the desk, and taken back', () => {
  const say = (desk: ReturnType<typeof openDesk>, text: string) =>
    apply(desk, rightOf(understand(text, desk.score.parts[0]!.measures[0]!)));
  const at = (measureIndex: number) => {
    const desk = openDesk({ ...SIGNED, parts: [withSigns(4, {})] });
    return { ...desk, caret: { measureIndex, eventIndex: 0 } };
  };
  const withFine = say(at(1), 'Fine');
  expect(withFine.score.parts[0]!.measures[1]!.landmarks).toEqual(['fine']);
  expect(say(withFine, 'fine').score.parts[0]!.measures[1]!.landmarks).toBeUndefined();
  const withJump = say(at(3), 'D.C. al Fine');
  expect(withJump.score.parts[0]!.measures[3]!.jump).toEqual(TO_FINE);
  expect(say(withJump, 'no jump').score.parts[0]!.measures[3]!.jump).toBeUndefined();
});
