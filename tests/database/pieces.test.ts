import { randomUUID } from 'node:crypto';
import { writeWav } from '@/core/signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { NotFound } from '@/server/access/account/viewer';
import { completeTake, getTake, getTakeAudio, receivePiece } from '@/server/access/practice/takes';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { changeCountIn, getClass } from '@/server/access/school/classes';
import { database } from '@/server/db/connection';
import { removeOutOfDate } from '@/server/db/queries/removal';
import { checkTake } from '@/server/jobs/check-take';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

const wav = writeWav(
  render(perform(bookLine(5), { ...STEADY_STYLE, seed: 2, bpm: 88 }), 'flute', {
    ...QUIET_ROOM,
    sampleRate: 16000,
    seed: 2,
  }),
);
const PIECE = 100_000;

let mine: World;
let other: World;
beforeAll(async () => {
  mine = await makeWorld();
  other = await makeWorld();
});

const facts = (id: string, world = mine) => ({
  id,
  assignmentId: world.assignmentId,
  askedBpm: 88,
  source: 'recorded',
});

/** Sends pieces as a device does, from where the server stands. */
async function send(id: string, until = wav.length, world = mine): Promise<number> {
  let from = 0;
  for (;;) {
    const answer = await receivePiece(
      world.student,
      { id, from: `${from}` },
      wav.slice(from, Math.min(until, from + PIECE)),
    );
    if (answer.kind !== 'received') throw new Error(answer.problem);
    if (answer.bytes >= until || answer.bytes === from) return answer.bytes;
    from = answer.bytes;
  }
}

const takesOf = async (id: string) =>
  (await database().selectFrom('take').select('id').where('id', '=', id).execute()).length;
const piecesOf = async (id: string) =>
  (await database().selectFrom('take_piece').select('take_id').where('take_id', '=', id).execute()).length;

test('a recording that comes in pieces is the recording, and leaves no pieces behind', async () => {
  const id = randomUUID();
  await send(id);
  expect(await completeTake(mine.student, facts(id), wav.length)).toEqual({ ok: true, takeId: id });
  const audio = await getTakeAudio(mine.student, id, 0, 2_000_000);
  expect(Buffer.compare(audio.bytes, Buffer.from(wav))).toBe(0);
  expect(await piecesOf(id)).toBe(0);
});

test('broken off anywhere it goes on where it stood, and however often it is sent it is there once', async () => {
  const id = randomUUID();
  expect(await send(id, 2 * PIECE)).toBe(2 * PIECE);
  // The device forgot where it was, and asks to be whole too early.
  expect(await completeTake(mine.student, facts(id), wav.length)).toEqual({
    ok: 'incomplete',
    bytes: 2 * PIECE,
  });
  const again = await receivePiece(mine.student, { id, from: '0' }, wav.slice(0, PIECE));
  expect(again).toEqual({ kind: 'received', bytes: 2 * PIECE });
  await send(id);
  const both = await Promise.all([
    completeTake(mine.student, facts(id), wav.length),
    completeTake(mine.student, facts(id), wav.length),
  ]);
  expect(both.every(({ ok }) => ok === true)).toBe(true);
  expect(await completeTake(mine.student, facts(id), wav.length)).toEqual({ ok: true, takeId: id });
  expect(await takesOf(id)).toBe(1);
});

test('nobody adds to, completes or takes over another student’s recording', async () => {
  const id = randomUUID();
  await send(id, PIECE);
  await expect(
    receivePiece(other.student, { id, from: `${PIECE}` }, wav.slice(PIECE, 2 * PIECE)),
  ).rejects.toThrow(NotFound);
  await expect(receivePiece(mine.teacher, { id, from: '0' }, wav.slice(0, PIECE))).rejects.toThrow(NotFound);
  await send(id);
  expect(await completeTake(other.student, facts(id, other), wav.length)).toEqual({
    ok: 'incomplete',
    bytes: 0,
  });
  await completeTake(mine.student, facts(id), wav.length);
  // Somebody else's take is answered like one of which nothing has come.
  expect(await completeTake(other.student, facts(id, other), wav.length)).toEqual({
    ok: 'incomplete',
    bytes: 0,
  });
  await expect(completeTake(mine.student, facts('nonsense'), wav.length)).rejects.toThrow(NotFound);
});

test('what never becomes whole goes after a week', async () => {
  const id = randomUUID();
  await send(id, PIECE);
  await removeOutOfDate();
  expect(await piecesOf(id)).toBe(1);
  await database()
    .updateTable('take_piece')
    .set({ received_at: new Date(Date.now() - 8 * 24 * 3600 * 1000) })
    .where('take_id', '=', id)
    .execute();
  await removeOutOfDate();
  expect(await piecesOf(id)).toBe(0);
});

test('a device cannot begin any number of recordings', async () => {
  const world = await makeWorld();
  for (let count = 0; count < 10; count++) {
    await receivePiece(world.student, { id: randomUUID(), from: '0' }, wav.slice(0, 100));
  }
  expect(await receivePiece(world.student, { id: randomUUID(), from: '0' }, wav.slice(0, 100))).toMatchObject(
    {
      kind: 'refused',
      status: 429,
    },
  );
});

describe('with a take comes', () => {
  test('the student’s own rating, and when it was played', async () => {
    const id = randomUUID();
    await send(id);
    const played = new Date(Date.now() - 3600_000);
    const selfRating = { rhythm: 7, notes: 9, tempo: 6, fluency: 10, character: 5 };
    await completeTake(
      mine.student,
      { ...facts(id), selfRating, recordedAt: played.toISOString() },
      wav.length,
    );
    expect(await getTake(mine.teacher, id)).toMatchObject({ selfRating, recordedAt: played });
  });

  test.each([
    ['a rating beyond ten', { selfRating: { rhythm: 11 } }],
    ['a rating of nonsense', { selfRating: { luck: 3 } }],
    ['an echo of nonsense', { alongside: { startSeconds: 'soon' } }],
  ])('%s is refused', async (_, nonsense) => {
    const id = randomUUID();
    await send(id);
    expect(await completeTake(mine.student, { ...facts(id), ...nonsense }, wav.length)).toMatchObject({
      ok: false,
      status: 400,
    });
    expect(await takesOf(id)).toBe(0);
  });

  test('a clock that is wrong by a year is not believed', async () => {
    const id = randomUUID();
    await send(id);
    await completeTake(mine.student, { ...facts(id), recordedAt: '2025-01-01T00:00:00Z' }, wav.length);
    const { recordedAt } = await getTake(mine.student, id);
    expect(Date.now() - recordedAt!.getTime()).toBeLessThan(60_000);
  });

  test('what the device played along, which the check takes off', async () => {
    const id = randomUUID();
    await send(id);
    const alongside = {
      startSeconds: 0.4,
      countIn: { measures: 'one', ending: 'numbers' },
      click: { gain: 0.3, whilePlaying: true },
      backing: { gain: 0.2, kind: 'chords' },
      path: { sampleRate: 16000, delaySamples: 900, taps: [0.01, 0.002], roundTripSeconds: 0.057 },
    };
    await completeTake(mine.student, { ...facts(id), alongside }, wav.length);
    await checkTake(id);
    const { state, verdict } = await getTake(mine.student, id);
    expect(state).toBe('checked');
    expect(verdict!.measures.every((m) => !m.notesNeedWork)).toBe(true);
  });
});

test('a class counts in its own way, and its stand does, too', async () => {
  const style = { measures: 'two-in-three', ending: 'ready-go' };
  expect(problemIn(await changeCountIn(mine.teacher, mine.classId, style))).toBeUndefined();
  expect((await getClass(mine.teacher, mine.classId)).countIn).toEqual(style);
  // The click says what the counts say, and these are eighths in 6/8.
  expect((await getAssignmentToPlay(mine.student, mine.assignmentId)).countIn).toEqual({
    ...style,
    compound: 'eighths',
  });
  expect(problemIn(await changeCountIn(mine.teacher, mine.classId, { measures: 'nine' }))).toMatch(
    'Choose how',
  );
  await expect(changeCountIn(other.teacher, mine.classId, style)).rejects.toThrow(NotFound);
  await expect(changeCountIn(mine.student, mine.classId, style)).rejects.toThrow();
});

test('a take whose answer was lost is known again, also when its line was taken back meanwhile', async () => {
  const world = await makeWorld();
  const id = randomUUID();
  await receivePiece(world.student, { id, from: '0' }, wav);
  const form = { id, assignmentId: world.assignmentId, askedBpm: 88, source: 'recorded' };
  expect((await completeTake(world.student, form, wav.length)).ok).toBe(true);
  await database()
    .updateTable('assignment')
    .set({ withdrawn_at: new Date() })
    .where('id', '=', world.assignmentId)
    .execute();
  expect(await completeTake(world.student, form, wav.length)).toEqual({ ok: true, takeId: id });
});
