import { randomUUID } from 'node:crypto';
import { readWav, writeWav } from '@/core/signal';
import { renderTaps } from '@/core/simulation';
import { completeTake, receivePiece } from '@/server/access/practice/takes';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { changeConsentRule, noteConsent } from '@/server/access/school/roster';
import { database } from '@/server/db/connection';
import { checkTake } from '@/server/jobs/check-take';
import { EAR } from '@/server/jobs/ear';
import { withOwnDatabase } from '../support/own-database';
import { played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
beforeEach(async () => {
  world = await makeWorld();
});

const pieces = async () => (await database().selectFrom('take_piece').select('take_id').execute()).length;

async function send(source: 'recorded' | 'tapped' | 'file', more: object = {}) {
  const id = randomUUID();
  const wav = await played(88, 1);
  await receivePiece(world.student, { id, from: '0' }, wav);
  const form = { id, assignmentId: world.assignmentId, askedBpm: 88, source, ...more };
  return { id, answer: await completeTake(world.student, form, wav.length) };
}
const taps = { seconds: [0.5, 1, 1.5, 2], durationSeconds: 3 };

test.each([
  [false, 'not-asked', true],
  [false, 'given', true],
  [false, 'refused', false],
  [true, 'not-asked', false],
  [true, 'given', true],
  [true, 'refused', false],
] as const)('required %s, %s: recorded %s', async (isRequired, word, isRecorded) => {
  await changeConsentRule(world.teacher, world.classId, isRequired);
  await noteConsent(world.teacher, world.student.userId, word);
  expect((await getAssignmentToPlay(world.student, world.assignmentId)).mayRecord).toBe(isRecorded);
  for (const source of ['recorded', 'file'] as const) {
    const { answer } = await send(source);
    expect(answer.ok).toBe(isRecorded);
    if (!isRecorded)
      expect(answer).toMatchObject({ status: 403, problem: expect.stringContaining('nobody has agreed') });
  }
  // What is not taken in does not stay, either.
  expect(await pieces()).toBe(0);
  expect((await send('tapped', { taps })).answer.ok).toBe(true);
});

test('a tapped take sounds as its taps do, whatever came with it', async () => {
  const { id } = await send('tapped', { taps });
  const { audio } = await database()
    .selectFrom('take')
    .select('audio')
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  expect(Buffer.compare(audio!, Buffer.from(writeWav(renderTaps(taps.seconds, taps.durationSeconds))))).toBe(
    0,
  );
});

test('taps without a list, and a list without taps, are refused', async () => {
  expect((await send('tapped')).answer).toMatchObject({ ok: false, status: 400 });
  expect((await send('recorded', { taps })).answer).toMatchObject({ ok: false, status: 400 });
});

test('a recording that is far longer than its line is not listened to, and says so', async () => {
  const { id } = await send('recorded');
  const long = readWav(writeWav({ samples: new Float32Array(8000 * 200).fill(0.1), sampleRate: 8000 }));
  if (!long.ok) throw new Error('no sound');
  await database()
    .updateTable('take')
    .set({ audio: Buffer.from(writeWav(long.value)) })
    .where('id', '=', id)
    .execute();
  await checkTake(id, EAR);
  expect(
    await database().selectFrom('take').select(['state', 'failure']).where('id', '=', id).executeTakeFirst(),
  ).toMatchObject({
    state: 'failed',
    failure: expect.stringMatching(/lasts 200 seconds; of this line at most \d+/),
  });
});
