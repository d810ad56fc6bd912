import { sql } from 'kysely';
import { USUAL_STYLE, writeWord } from '@/core/counting';
import { type DrawingWish, ENGRAVING_VERSION, LAYOUT_NAMES } from '@/engraving/engraving';
import { NotFound } from '@/server/access/account/viewer';
import { assign } from '@/server/access/practice/giving-out';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { changeCounting, changeVocabulary, getClass } from '@/server/access/school/classes';
import { getLine } from '@/server/access/shelf/shelf';
import { getSheet, getStudy, getStudyOfAssignment } from '@/server/access/shelf/study';
import { database } from '@/server/db/connection';
import { insertLine } from '@/server/db/queries/lines';
import { maybeEngraving, putOnStand, storeEngraving } from '@/server/db/queries/music';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { makeWorld, pretendDrawn, type World } from '../support/world';

withOwnDatabase();

const counted = (school: typeof USUAL_STYLE.school): DrawingWish[] =>
  LAYOUT_NAMES.map((layout) => ({ layout, counting: { ...USUAL_STYLE, school } }));
const uncounted: DrawingWish[] = LAYOUT_NAMES.map((layout) => ({ layout, counting: undefined }));

async function hashOf(world: World): Promise<string> {
  return (await getLine(world.teacher, world.lineId)).contentHash!;
}

test('a line is studied by its teacher and its students, and by nobody else', async () => {
  const [mine, other] = [await makeWorld(), await makeWorld()];
  await pretendDrawn(await hashOf(mine), uncounted);
  const own = await getStudy(mine.teacher, mine.lineId, {});
  expect(own!.sheet!.look.hardSpots.length).toBeGreaterThan(0);
  const theirs = await getStudyOfAssignment(mine.student, mine.assignmentId);
  expect(theirs.sheet!.look).toEqual(expect.objectContaining({ patterns: own!.sheet!.look.patterns }));
  await expect(getStudy(other.teacher, mine.lineId, {})).rejects.toThrow(NotFound);
  await expect(getStudy(mine.student, mine.lineId, {})).rejects.toThrow();
  await expect(getStudyOfAssignment(other.student, mine.assignmentId)).rejects.toThrow(NotFound);
  await expect(getStudyOfAssignment(mine.student, 'nonsense')).rejects.toThrow(NotFound);
  await expect(getSheet(other.teacher, [mine.lineId], true)).rejects.toThrow(NotFound);
  // Nonsense in the address is passed over.
  expect(
    (await getStudy(mine.teacher, mine.lineId, { part: '-3', class: 'x', school: 'martian' }))!.place,
  ).toBe(0);
});

describe('how a class counts', () => {
  test('is stored for the class alone, and read by its students', async () => {
    const [mine, other] = [await makeWorld(), await makeWorld()];
    const style = { ...USUAL_STYLE, school: 'ta-titi' as const };
    const hash = await hashOf(mine);
    expect(problemIn(await changeCounting(mine.teacher, mine.classId, style))).toBeUndefined();
    expect((await getClass(mine.teacher, mine.classId)).counting).toEqual(style);
    await expect(changeCounting(other.teacher, mine.classId, style)).rejects.toThrow(NotFound);
    await expect(changeCounting(mine.student, mine.classId, style)).rejects.toThrow();
    await pretendDrawn(hash, counted('ta-titi'));
    expect((await getAssignmentToPlay(mine.student, mine.assignmentId)).counting).toEqual(style);
  });

  test.each<[string, object, RegExp]>([
    ['an unknown school', { school: 'martian' }, /./],
    [
      'a word with too few syllables',
      {
        words: { ...USUAL_STYLE.words, inBeat: [['boat'], ['boat'], ['a', 'b', 'c'], ['a', 'b', 'c', 'd']] },
      },
      /two|2 notes/,
    ],
    [
      'a syllable as long as a book',
      {
        words: {
          ...USUAL_STYLE.words,
          inBeat: [['x'.repeat(500)], ['a', 'b'], ['a', 'b', 'c'], ['a', 'b', 'c', 'd']],
        },
      },
      /./,
    ],
    ['nothing', { words: undefined }, /./],
  ])('%s is refused, and nothing is stored', async (_, change, problem) => {
    const world = await makeWorld();
    expect(
      problemIn(await changeCounting(world.teacher, world.classId, { ...USUAL_STYLE, ...change })),
    ).toMatch(problem);
    expect((await getClass(world.teacher, world.classId)).counting).toEqual(USUAL_STYLE);
  });

  test('drawings are kept apart by what shows in them, and only by that', async () => {
    const world = await makeWorld(8);
    const hash = await hashOf(world);
    const as = (change: object): DrawingWish => ({ layout: 'wide', counting: { ...USUAL_STYLE, ...change } });
    const mark = { version: ENGRAVING_VERSION, systems: [] };
    await storeEngraving(hash, as({ school: 'words' }), mark);
    expect(await maybeEngraving(hash, as({ school: 'words' }))).toEqual(mark);
    const own = {
      ...USUAL_STYLE.words,
      inBeat: [['drum'], ['mar', 'ble'], ['a', 'b', 'c'], ['a', 'b', 'c', 'd']],
    };
    expect(writeWord(own.inBeat[1]!)).toBe('mar-ble');
    expect(await maybeEngraving(hash, as({ school: 'words', words: own }))).toBeUndefined();
    expect(await maybeEngraving(hash, as({ compound: 'beats' }))).toBeUndefined();
    expect(await maybeEngraving(hash, as({ density: 'entries' }))).toBeUndefined();
    // Class words do not show in numbers.
    expect(await maybeEngraving(hash, as({ words: own }))).toEqual(await maybeEngraving(hash, as({})));
  });
});

test('the class’s vocabulary is spoken', async () => {
  const world = await makeWorld();
  await pretendDrawn(await hashOf(world), uncounted);
  await changeVocabulary(world.teacher, world.classId, 'uk');
  const { sheet } = await getStudyOfAssignment(world.student, world.assignmentId);
  const sentences = [...sheet!.look.hardSpots, ...sheet!.look.patterns].map(({ sentence }) => sentence);
  expect(sentences.join(' ')).toMatch(/\bBars?\b/);
  expect(sentences.join(' ')).not.toMatch(/measure/i);
});

test('what stands in earlier lines of the book is known, what comes later is not', async () => {
  const world = await makeWorld(5);
  const { part, title } = bookLine(1);
  const document = { score: { title, composer: undefined, parts: [part] }, derived: [] };
  const later = await insertLine(world.bookId, document.score.title, JSON.stringify(document));
  const [hash] = await putOnStand(later, document);
  await pretendDrawn(hash!);
  await pretendDrawn(hash!, uncounted);
  await pretendDrawn(await hashOf(world), uncounted);
  const firsts = async (lineId: string) =>
    (await getStudy(world.teacher, lineId, {}))!
      .sheet!.look.hardSpots.filter(({ kind }) => kind === 'first-time')
      .map(({ sentence }) => sentence);
  const atFirst = await firsts(world.lineId);
  expect(atFirst.join(' ')).toContain('pickup for the first time');
  const afterwards = await firsts(later);
  const newPitches = afterwards.filter((sentence) => /: [A-G][♯♭]? for/.test(sentence));
  const pitchesOf = (line: ReturnType<typeof bookLine>) =>
    new Set(
      line.part.measures.flatMap(({ events }) =>
        events.flatMap((e) =>
          e.kind === 'note' && e.pitch.kind === 'pitched' ? [JSON.stringify(e.pitch.spelling)] : [],
        ),
      ),
    );
  const [before, now] = [pitchesOf(bookLine(5)), pitchesOf(bookLine(1))];
  expect(newPitches).toHaveLength([...now].filter((one) => !before.has(one)).length);
  expect(afterwards.join(' ')).not.toContain('quarter notes for');
});

test('a practice sheet carries what a teacher would pencil in', async () => {
  const world = await makeWorld();
  const [line] = await getSheet(world.teacher, [world.lineId], false);
  expect(line!.pencil.caution).toMatch(/Stop/);
  expect(line!.pencil.meter.title).toMatch(/^\d\/\d$/);
  expect(line!.pencil.look.startingTempo.bpm).toBeGreaterThanOrEqual(40);
});

test('a line that is given out is drawn as its class counts before anybody waits for it', async () => {
  const world = await makeWorld();
  const hash = await hashOf(world);
  await changeCounting(world.teacher, world.classId, { ...USUAL_STYLE, school: 'du-de' });
  await assign(world.teacher, {
    lineId: world.lineId,
    classId: world.classId,
    startBpm: 60,
    goalBpm: 80,
    dueOn: '2027-02-01',
  });
  const { rows } = await sql<{ data: { wishes: DrawingWish[] } }>`
    select data from pgboss.job where name = 'engrave-line' and data->>'contentHash' = ${hash}`.execute(
    database(),
  );
  const schools = rows.flatMap(({ data }) => data.wishes.map(({ counting }) => counting?.school));
  expect(schools).toContain('du-de');
});
