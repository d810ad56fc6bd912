import type { LineDocument } from '@/core/arranging';
import { describeIssue } from '@/core/base';
import { readMusicXml, writeMidi } from '@/core/formats';
import { restInstead } from '@/core/notation';
import { apply, openDesk } from '@/core/writing';
import { NotFound } from '@/server/access/account/viewer';
import { assign } from '@/server/access/practice/giving-out';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { changeInstrument, changeVocabulary } from '@/server/access/school/classes';
import { removeLine } from '@/server/access/shelf/bin';
import { getOpening } from '@/server/access/shelf/engravings';
import {
  addBook,
  changeFacts,
  changePage,
  getLine,
  listShelf,
  moveLine,
  renameBook,
} from '@/server/access/shelf/shelf';
import { getSheet } from '@/server/access/shelf/study';
import {
  addReadLine,
  exportLine,
  importLine,
  keepCopy,
  openLine,
  putOnStand,
  saveLine,
  startLine,
} from '@/server/access/shelf/writing';
import { listParts } from '@/server/db/queries/music';
import { standLine } from '@/server/jobs/stand-line';
import { bookLine, scoreXml } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { randomScore } from '../support/random-scores';
import { problemIn, rightOf } from '../support/results';
import { makeWorld, pretendDrawn, type World } from '../support/world';

withOwnDatabase();

let mine: World;
let other: World;
beforeAll(async () => {
  mine = await makeWorld(7);
  other = await makeWorld();
});

const file = (content: string | Uint8Array, name = 'line.musicxml') => new File([content as BlobPart], name);
const bytesOf = (text: string) => new TextEncoder().encode(text);
/** As it arrives over the network. */
const json = (document: LineDocument): unknown => JSON.parse(JSON.stringify(document));

async function bringIn(world: World, measures: readonly string[], options = {}): Promise<string> {
  const imported = await importLine(world.teacher, file(scoreXml(measures, options)));
  const { lineId } = rightOf(imported);
  await standLine(lineId);
  return lineId;
}

/** Has a line put on the stand, and does at once what the worker would do. */
async function stand(teacher: World['teacher'], lineId: string) {
  const asked = await putOnStand(teacher, lineId);
  await standLine(lineId);
  return asked;
}

describe('nobody reaches a shelf that is not theirs', () => {
  test.each<[string, (line: string) => Promise<unknown>]>([
    ['reads a line', (line) => getLine(other.teacher, line)],
    ['opens the desk', (line) => openLine(other.teacher, line)],
    ['saves', (line) => saveLine(other.teacher, line, { revision: 1, document: {} })],
    ['puts on the stand', (line) => putOnStand(other.teacher, line)],
    ['keeps a copy', (line) => keepCopy(other.teacher, line, {})],
    ['takes a file away', (line) => exportLine(other.teacher, line, 'musicxml')],
    ['changes its place', (line) => changeFacts(other.teacher, line, { number: 1 })],
    ['moves it', (line) => moveLine(other.teacher, line, line, 'before')],
    [
      'moves it beside a line of another shelf',
      (line) => moveLine(mine.teacher, line, other.lineId, 'before'),
    ],
    ['takes it off', (line) => removeLine(other.teacher, line)],
    ['prints it', (line) => getSheet(other.teacher, [line], true)],
    ['renames the book', () => renameBook(other.teacher, mine.bookId, 'Mine now')],
    ['notes what is new', () => changePage(other.teacher, mine.bookId, { page: 1, whatsNew: 'me' })],
    [
      'writes into the book',
      () => startLine(other.teacher, { title: 'x', instrument: 'flute', bookId: mine.bookId }),
    ],
    ['brings a line into the book', () => importLine(other.teacher, file(scoreXml(['C4w'])), mine.bookId)],
    [
      'sees the opening',
      async (line) => getOpening(other.teacher, (await getLine(mine.teacher, line)).contentHash),
    ],
    ['(a student) opens the desk', (line) => openLine(mine.student, line)],
    ['(a student) starts a line', () => startLine(mine.student, { title: 'x', instrument: 'flute' })],
    ['(a student) brings in a line', () => importLine(mine.student, file(scoreXml(['C4w'])))],
    ['(a student) makes a book', () => addBook(mine.student, 'Mine')],
  ])('another one %s', async (_, reach) => {
    await expect(reach(mine.lineId)).rejects.toThrow(NotFound);
  });

  test('nothing was changed by trying', async () => {
    expect((await listShelf(mine.teacher, {})).lines).toHaveLength(1);
    expect((await openLine(mine.teacher, mine.lineId)).revision).toBe(1);
  });
});

describe('finding lines', () => {
  let world: World;
  const titles = async (query: object) =>
    (await listShelf(world.teacher, query)).lines.map(({ title }) => title);

  beforeAll(async () => {
    world = await makeWorld(3);
    await bringIn(world, ['C4h~ C4h', 'D4w']);
    await bringIn(world, ['C4q. Re D4q'], { meter: '3/4' });
    const [tied, waltz] = (await listShelf(world.teacher, {})).lines.slice(1);
    await changeFacts(world.teacher, tied!.id, { number: '27', page: '12', level: '2', token: 'blue bead' });
    await changeFacts(world.teacher, waltz!.id, { number: '28', page: '13' });
    await changePage(world.teacher, world.bookId, { page: 12, whatsNew: 'a very new thing' });
  });

  test('by what is in the notes, which nobody typed', async () => {
    const of = async (features: string | string[]) =>
      (await listShelf(world.teacher, { features })).lines.map(({ number }) => number);
    expect(await of('ties')).toEqual([27]);
    expect(await of('meter-3/4')).toEqual([28]);
    expect(await of(['meter-3/4', 'eighth-rest'])).toEqual([28]);
    expect(await of(['meter-3/4', 'ties'])).toEqual([]);
    expect(await of('unpitched')).toEqual([1]);
    expect(await of('nonsense')).toHaveLength(3);
  });

  test('by title, number and what is new on the page', async () => {
    expect(await titles({ search: 'rain' })).toEqual(['Rain on Tin']);
    expect((await listShelf(world.teacher, { search: '27' })).lines.map(({ number }) => number)).toEqual([
      27,
    ]);
    expect(
      (await listShelf(world.teacher, { search: 'VERY new' })).lines.map(({ number }) => number),
    ).toEqual([27]);
    expect(await titles({ search: '100%' })).toEqual([]);
  });

  test('by instrument', async () => {
    expect(await titles({ instrument: 'clap' })).toEqual(['Rain on Tin']);
    expect(await titles({ instrument: 'tuba' })).toEqual([]);
  });

  test('in the order into which they were dragged', async () => {
    const [first, second, third] = (await listShelf(world.teacher, {})).lines;
    const numbers = async () => (await listShelf(world.teacher, {})).lines.map(({ number }) => number);
    await moveLine(world.teacher, third!.id, first!.id, 'before');
    expect(await numbers()).toEqual([28, 1, 27]);
    await moveLine(world.teacher, third!.id, second!.id, 'after');
    expect(await numbers()).toEqual([1, 27, 28]);
  });
});

describe('a line that is being written', () => {
  test('begins empty, is stored, and goes on the stand when it adds up', async () => {
    const started = await startLine(mine.teacher, { title: 'Gate', instrument: 'clarinet' });
    const lineId = rightOf(started).id;
    const { document, revision, contentHash } = await openLine(mine.teacher, lineId);
    expect(document.score.parts[0]).toMatchObject({ name: 'Clarinet in B♭', transpositionSemitones: -2 });
    expect(contentHash).toBeNull();
    const notYet = await stand(mine.teacher, lineId);
    expect(!notYet.ok && notYet.issues.map(describeIssue)).toEqual([
      expect.stringContaining('no note'),
      expect.stringContaining('0 of 4 beats'),
    ]);
    const give = { lineId, classId: mine.classId, startBpm: 60, goalBpm: 80, dueOn: '2027-01-01' };
    expect(problemIn(await assign(mine.teacher, give))).toEqual(expect.stringContaining('still a draft'));
    const written = { score: { ...document.score, parts: [{ ...bookLine(5).part, id: 'P1' }] }, derived: [] };
    expect(await saveLine(mine.teacher, lineId, { revision, document: json(written) })).toEqual({
      kind: 'saved',
      revision: revision + 1,
    });
    expect(await stand(mine.teacher, lineId)).toMatchObject({ ok: true });
    expect(rightOf(await assign(mine.teacher, give))).toMatchObject({ id: expect.any(String) });
  });

  test('is not overwritten by a window that fell behind, which can keep its own as a copy', async () => {
    const world = await makeWorld();
    const { document, revision } = await openLine(world.teacher, world.lineId);
    const titled = (title: string): LineDocument => ({ ...document, score: { ...document.score, title } });
    const save = (title: string) =>
      saveLine(world.teacher, world.lineId, { revision, document: json(titled(title)) });
    expect(await save('First window')).toMatchObject({ kind: 'saved' });
    expect(await save('Second window')).toEqual({ kind: 'overtaken' });
    const copy = await keepCopy(world.teacher, world.lineId, json(titled('Second window')));
    const titles = (await listShelf(world.teacher, {})).lines.map(({ title }) => title);
    expect(titles).toEqual(['First window', 'Second window (copy)']);
    expect((await openLine(world.teacher, rightOf(copy).id)).document.score.title).toBe(
      'Second window (copy)',
    );
  });

  test.each<[string, (document: LineDocument) => unknown]>([
    ['no title', (d) => ({ ...d, score: { ...d.score, title: ' ' } })],
    ['no part', (d) => ({ ...d, score: { ...d.score, parts: [] } })],
    ['an unknown clef', (d) => JSON.parse(JSON.stringify(d).replaceAll('"treble"', '"sideways"'))],
    [
      'an id that is not a plain name',
      (d) => JSON.parse(JSON.stringify(d).replace('"id":"m1n1"', '"id":"\\"><script>"')),
    ],
    ['the same id twice', (d) => JSON.parse(JSON.stringify(d).replace('"id":"m1n2"', '"id":"m1n1"'))],
    [
      'a thousand measures',
      (d) => ({
        ...d,
        score: {
          ...d.score,
          parts: [{ ...d.score.parts[0]!, measures: Array(1000).fill(d.score.parts[0]!.measures[0]) }],
        },
      }),
    ],
    ['nothing', () => undefined],
  ])('is refused with %s, and the stored one stays', async (_, spoil) => {
    const world = await makeWorld();
    const { document, revision } = await openLine(world.teacher, world.lineId);
    const spoilt = { revision, document: spoil(json(document) as LineDocument) };
    expect(await saveLine(world.teacher, world.lineId, spoilt)).toMatchObject({
      kind: 'refused',
      problem: /\.$/,
    });
    expect(await openLine(world.teacher, world.lineId)).toMatchObject({ revision, document });
  });

  test('every sign survives being stored', async () => {
    const world = await makeWorld();
    for (let seed = 1; seed <= 25; seed++) {
      const document: LineDocument = { score: randomScore(seed), derived: [] };
      const { revision } = await openLine(world.teacher, world.lineId);
      const saved = await saveLine(world.teacher, world.lineId, { revision, document: json(document) });
      expect({ seed, saved }).toMatchObject({ seed, saved: { kind: 'saved' } });
      expect((await openLine(world.teacher, world.lineId)).document).toEqual(json(document));
    }
  });
});

test('the desk speaks the words of the teacher’s classes', async () => {
  const world = await makeWorld();
  expect((await openLine(world.teacher, world.lineId)).vocabulary).toBe('us');
  expect(problemIn(await changeVocabulary(world.teacher, world.classId, 'uk'))).toBeUndefined();
  expect(problemIn(await changeVocabulary(world.teacher, world.classId, 'martian'))).toMatch(/Choose/);
  expect((await openLine(world.teacher, world.lineId)).vocabulary).toBe('uk');
  await expect(changeVocabulary(mine.teacher, world.classId, 'us')).rejects.toThrow(NotFound);
});

describe('parts', () => {
  test('a student reads the part for the instrument played, else the lead', async () => {
    const world = await makeWorld(7);
    const { document, revision } = await openLine(world.teacher, world.lineId);
    const derived = (['clarinet', 'cello'] as const).map((instrument) => ({
      instrument,
      level: 3 as const,
      shiftSemitones: 0,
    }));
    await saveLine(world.teacher, world.lineId, { revision, document: json({ ...document, derived }) });
    expect(await stand(world.teacher, world.lineId)).toMatchObject({ ok: true });
    for (const { contentHash } of await listParts(world.lineId)) await pretendDrawn(contentHash);
    const play = async (instrument: string) => {
      await changeInstrument(world.teacher, world.classId, { studentId: world.student.userId, instrument });
      return (await getAssignmentToPlay(world.student, world.assignmentId)).line.part;
    };
    expect((await play('clarinet')).name).toBe('Clarinet in B♭');
    expect((await play('cello')).measures[0]!.clef).toBe('bass');
    const sheet = await getSheet(world.teacher, [world.lineId, `${world.lineId}:2`], true);
    expect(sheet.map(({ partName }) => partName)).toEqual([document.score.parts[0]!.name, 'Cello']);
    expect((await play('harp')).name).toBe(document.score.parts[0]!.name);
    expect((await listShelf(world.teacher, { instrument: 'cello' })).lines).toHaveLength(1);
  });

  test('what is given out changes only when the line is put on the stand again', async () => {
    const world = await makeWorld();
    const { document, revision } = await openLine(world.teacher, world.lineId);
    const changed = { ...document, score: { ...document.score, parts: [bookLine(1).part] } };
    await saveLine(world.teacher, world.lineId, { revision, document: json(changed) });
    const before = (await getLine(world.teacher, world.lineId)).contentHash;
    expect((await getLine(world.teacher, world.lineId)).shown!.line.part.measures).toHaveLength(9);
    await stand(world.teacher, world.lineId);
    expect((await openLine(world.teacher, world.lineId)).contentHash).not.toBe(before);
  });

  test('parts of one line are counted together', async () => {
    const world = await makeWorld();
    const { document, revision } = await openLine(world.teacher, world.lineId);
    const second = {
      ...bookLine(1).part,
      id: 'P2',
      name: 'Oboe',
      measures: bookLine(1).part.measures.map((m) => ({
        ...m,
        events: m.events.map((e) => ({ ...e, id: `o-${e.id}` })),
      })),
    };
    const two = { ...document, score: { ...document.score, parts: [...document.score.parts, second] } };
    await saveLine(world.teacher, world.lineId, { revision, document: json(two) });
    const notYet = await stand(world.teacher, world.lineId);
    expect(!notYet.ok && notYet.issues.map(describeIssue)).toEqual([
      expect.stringContaining('Oboe, measure 1: Meter, length or repeats are not those of Flute'),
    ]);
  });

  test('a duet: parts with rhythms of their own come onto the stand, and each student gets the own one', async () => {
    const world = await makeWorld();
    const { document, revision } = await openLine(world.teacher, world.lineId);
    const lead = document.score.parts[0]!;
    const waits = {
      ...lead,
      id: 'P2',
      name: 'Harp',
      instrument: 'harp' as const,
      // Rests where the other one plays, and the other way round from the second measure on.
      measures: lead.measures.map((measure, index) => ({
        ...measure,
        events: measure.events.map((event) => ({
          ...(index === 0 ? restInstead(event) : event),
          id: `h-${event.id}`,
        })),
      })),
    };
    const duet = { ...document, score: { ...document.score, parts: [lead, waits] } };
    await saveLine(world.teacher, world.lineId, { revision, document: json(duet) });
    rightOf(await stand(world.teacher, world.lineId));
    expect((await getLine(world.teacher, world.lineId)).shown).toBeDefined();
  });
});

describe('bringing in and taking out', () => {
  test('a line that does not add up comes in as a draft with what to mend', async () => {
    const imported = await importLine(mine.teacher, file(scoreXml(['C4w', 'G4h', 'C4w'])));
    const { lineId, toMend } = rightOf(imported);
    expect(toMend.map(describeIssue)).toEqual([
      expect.stringContaining('measure 2: This measure has 2 of 4 beats'),
    ]);
    expect((await getLine(mine.teacher, lineId)).shown).toBeUndefined();
  });

  test('a line that lost notes stays a draft until somebody has looked at it', async () => {
    const text = 'X:1\nT:Five in the time of four\nM:2/4\nL:1/4\nK:C\n(5:4:5G/A/B/c/d/|c2|]\n';
    const { lineId, toMend } = rightOf(await importLine(mine.teacher, file(text, 'x.abc')));
    expect(toMend.map(({ code }) => code)).toEqual(['lost-notes']);
    expect((await getLine(mine.teacher, lineId)).shown).toBeUndefined();
    const { document, revision } = await openLine(mine.teacher, lineId);
    expect(document.score.lost).toEqual([expect.objectContaining({ code: 'tuplet', where: 'measure 1' })]);
    const desk = apply(openDesk(document.score), { kind: 'looked-at' });
    expect(
      await saveLine(mine.teacher, lineId, { revision, document: { ...document, score: desk.score } }),
    ).toMatchObject({ kind: 'saved' });
    rightOf(await stand(mine.teacher, lineId));
    expect((await getLine(mine.teacher, lineId)).shown).toBeDefined();
  });

  test('MIDI and ABC come in too, with what was guessed', async () => {
    const midi = await importLine(
      mine.teacher,
      file(writeMidi({ title: 'Played', composer: undefined, parts: [bookLine(1).part] }), 'x.mid'),
    );
    expect(rightOf(midi)).toMatchObject({ title: 'Played', toMend: [] });
    const abc = await importLine(
      mine.teacher,
      file('X:1\nT:Spelled\nM:3/4\nL:1/4\nK:G\n"Am13b9"G A B|G3|]\n', 'x.abc'),
    );
    expect(rightOf(abc).title).toBe('Spelled');
    expect(abc.ok && abc.warnings.map(describeIssue)).toEqual([
      expect.stringContaining('measure 1: A chord symbol'),
    ]);
  });

  test('what cannot be read leaves nothing behind', async () => {
    const before = (await listShelf(mine.teacher, {})).count;
    for (const bad of ['', 'Dear Sir or Madam', '<html></html>', scoreXml(['C4w']).slice(0, 300)])
      expect(await importLine(mine.teacher, file(bad))).toMatchObject({
        ok: false,
        issues: [{ message: expect.any(String) }],
      });
    expect(await importLine(mine.teacher, 'no file')).toMatchObject({ ok: false });
    expect((await listShelf(mine.teacher, {})).count).toBe(before);
  });

  test('a line is taken away with all its parts and read again', async () => {
    const { name, bytes } = await exportLine(mine.teacher, mine.lineId, 'musicxml');
    expect(name).toMatch(/\.musicxml$/);
    const read = readMusicXml(bytes);
    expect(read.ok && read.value.parts[0]!.measures).toEqual(bookLine(7).part.measures);
    expect((await exportLine(mine.teacher, mine.lineId, 'mid')).bytes.slice(0, 4)).toEqual(bytesOf('MThd'));
    await expect(exportLine(mine.teacher, mine.lineId, 'doc')).rejects.toThrow(NotFound);
  });

  test('a line that is given out stays on the shelf, another one can go', async () => {
    expect(problemIn(await removeLine(mine.teacher, mine.lineId))).toContain('given out (1 time)');
    const started = await startLine(mine.teacher, { title: 'Short-lived', instrument: 'flute' });
    expect(problemIn(await removeLine(mine.teacher, rightOf(started).id))).toBeUndefined();
    expect((await listShelf(mine.teacher, { search: 'Short-lived' })).count).toBe(0);
  });
});

describe('a page of lines that was read on the teacher’s device', () => {
  const read = (measures: readonly string[]) => {
    const score = readMusicXml(bytesOf(scoreXml(measures)));
    if (!score.ok) throw new Error(score.issues.map(describeIssue).join(' '));
    return { score: { ...score.value, title: 'Of a page' }, derived: [] };
  };
  const asked = (more: object = {}) => ({
    bookId: mine.bookId,
    page: '12',
    document: json(read(['C4w', 'D4w'])),
    ...more,
  });

  test('each stands in its book, on its page, under its number or the next one', async () => {
    const first = rightOf(await addReadLine(mine.teacher, asked({ number: '77' })));
    const second = rightOf(await addReadLine(mine.teacher, asked()));
    expect(first.toMend).toEqual([]);
    const [one, other] = await Promise.all(
      [first, second].map(({ lineId }) => getLine(mine.teacher, lineId)),
    );
    expect([one!.number, one!.page, one!.title]).toEqual([77, 12, 'Of a page']);
    expect([other!.number, other!.page]).toEqual([78, 12]);
  });

  test('one that does not add up is a draft', async () => {
    const { toMend, lineId } = rightOf(
      await addReadLine(mine.teacher, asked({ document: json(read(['C4w', 'D4h', 'E4w'])) })),
    );
    expect(toMend[0]!.where).toBe('measure 2');
    expect((await openLine(mine.teacher, lineId)).document.score.parts[0]!.measures).toHaveLength(3);
  });

  test.each([
    ['no document', { document: {} }, /line/i],
    ['a number that is none', { number: '0' }, /1 to 9999/],
    ['no book', { bookId: 'x' }, /book/],
  ])('%s is refused, and nothing is stored', async (_, more, problem) => {
    const before = (await listShelf(mine.teacher, {})).count;
    expect(problemIn(await addReadLine(mine.teacher, asked(more)))).toMatch(problem);
    expect((await listShelf(mine.teacher, {})).count).toBe(before);
  });

  test('the book of somebody else is not found', async () => {
    await expect(addReadLine(other.teacher, asked())).rejects.toThrow(NotFound);
    await expect(addReadLine(mine.student, asked())).rejects.toThrow(NotFound);
  });
});
