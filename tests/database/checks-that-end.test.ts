import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { readWav, writeWav } from '@/core/signal';
import { NotFound, type Viewer } from '@/server/access/account/viewer';
import { checkAgain, getTake, getTakeAudio, getWholeTake, handIn } from '@/server/access/practice/takes';
import { getQueue } from '@/server/access/review/queue';
import { createStudent } from '@/server/auth/accounts';
import { database } from '@/server/db/connection';
import { checkTake, NOT_CHECKED } from '@/server/jobs/check-take';
import type { Ear } from '@/server/jobs/ear';
import { finishTake } from '@/server/jobs/finish-take';
import { CHECK_QUEUE, FINISH_QUEUE, queue, requestCheck } from '@/server/jobs/queue';
import { sweep } from '@/server/jobs/sweep';
import { MachineTrouble } from '@/server/sound/ffmpeg';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { KEPT_EAR, performed, played, soundOf } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});

async function waiting(student: Viewer = world.student, seed = 1): Promise<string> {
  const id = randomUUID();
  const form = { id, assignmentId: world.assignmentId, askedBpm: '88', source: 'recorded' };
  await handIn(student, form, await played(88, seed));
  return id;
}

/** An ear that counts, and does what it is told to. */
function earThat(check: Ear['checkSound']) {
  let calls = 0;
  const ear: Ear = {
    ...KEPT_EAR,
    checkSound: (sound) => {
      calls++;
      return check(sound);
    },
  };
  return { ear, calls: () => calls };
}
const throwing = () =>
  earThat(async () => {
    throw new RangeError('the ear is broken');
  });

const row = (id: string) =>
  database().selectFrom('take').selectAll().where('id', '=', id).executeTakeFirstOrThrow();
/** As if so much time had passed since it was handed in. */
const long = (id: string, seconds = 60) =>
  database()
    .updateTable('take')
    .set({
      handed_in_at: sql<Date>`handed_in_at - make_interval(secs => ${seconds})`,
      check_alive_at: sql<Date>`check_alive_at - make_interval(secs => ${seconds})`,
    })
    .where('id', '=', id)
    .execute();

async function jobsOf(id: string, name = CHECK_QUEUE as string) {
  const { rows } = await sql<{ state: string; priority: number }>`
    select state, priority from pgboss.job where name = ${name} and singleton_key = ${id}`.execute(
    database(),
  );
  return rows;
}
const dropJobs = () => sql`delete from pgboss.job`.execute(database());

test('a check that throws is tried again, and recorded as failed with its reason at the third time', async () => {
  const id = await waiting();
  const { ear, calls } = throwing();
  await expect(checkTake(id, ear)).rejects.toThrow('the ear is broken');
  await expect(checkTake(id, ear)).rejects.toThrow('the ear is broken');
  expect((await row(id)).state).toBe('waiting');
  await checkTake(id, ear);
  expect(calls()).toBe(3);
  expect(await row(id)).toMatchObject({
    state: 'failed',
    failure: NOT_CHECKED,
    problem: 'the ear is broken',
  });
  for (const viewer of [world.student, world.teacher])
    expect(await getTake(viewer, id)).toMatchObject({
      state: 'failed',
      failure: NOT_CHECKED,
      canBePlayed: true,
    });
  expect((await getQueue(world.teacher)).map((take) => take.id)).toContain(id);
});

test('a check that throws once ends well, and nothing of it is left', async () => {
  const id = await waiting();
  await expect(checkTake(id, throwing().ear)).rejects.toThrow();
  await checkTake(id, KEPT_EAR);
  expect(await row(id)).toMatchObject({ state: 'checked', failure: null, problem: null, checks_begun: 0 });
});

test('a full disk is no fault of the take: it waits as long as it must', async () => {
  const id = await waiting();
  const { ear } = earThat(async () => {
    throw new MachineTrouble('no room');
  });
  for (let n = 0; n < 12; n++) await expect(checkTake(id, ear)).rejects.toThrow(MachineTrouble);
  expect(await row(id)).toMatchObject({ state: 'waiting', checks_begun: 0 });
  await checkTake(id, KEPT_EAR);
  expect((await row(id)).state).toBe('checked');
});

test('a take that ended its process again and again is given up, whatever it throws', async () => {
  const id = await waiting();
  await database().updateTable('take').set({ checks_begun: 10 }).where('id', '=', id).execute();
  const { ear, calls } = throwing();
  await checkTake(id, ear);
  expect([calls(), (await row(id)).state]).toEqual([0, 'failed']);
});

test('what is stored is not computed again because its job came twice', async () => {
  const id = await waiting();
  const { ear, calls } = earThat(KEPT_EAR.checkSound);
  await checkTake(id, ear);
  await checkTake(id, ear);
  expect(calls()).toBe(1);
});

test('the teacher has a failed check tried again; nobody else has', async () => {
  const id = await waiting();
  for (let n = 0; n < 3; n++) await checkTake(id, throwing().ear).catch(() => undefined);
  await expect(checkAgain(world.student, id)).rejects.toThrow(NotFound);
  await expect(checkAgain((await makeWorld()).teacher, id)).rejects.toThrow(NotFound);
  expect(problemIn(await checkAgain(world.teacher, id))).toBeUndefined();
  expect(problemIn(await checkAgain(world.teacher, id))).toContain('nothing to check again');
  await checkTake(id, KEPT_EAR);
  expect((await row(id)).state).toBe('checked');
});

test('a better ear that throws leaves the verdict of the earlier one, and it is shown', async () => {
  const id = await waiting();
  await checkTake(id, KEPT_EAR);
  await sql`update take_check set verdict = jsonb_set(verdict, '{version}', '1') where take_id = ${id}`.execute(
    database(),
  );
  expect((await getTake(world.student, id)).verdict).toBeNull();
  for (let n = 0; n < 3; n++) await checkTake(id, throwing().ear).catch(() => undefined);
  expect(await getTake(world.student, id)).toMatchObject({ state: 'checked', verdict: { version: 1 } });
});

test('what waits and is queued nowhere is asked for again, once', async () => {
  const id = await waiting();
  await dropJobs();
  await sweep();
  // It may be on its way at this moment.
  expect(await jobsOf(id)).toEqual([]);
  await long(id);
  await sweep();
  await sweep();
  expect(await jobsOf(id)).toMatchObject([{ state: 'created' }]);
});

test('a job whose process ended comes back; one that is at work does not', async () => {
  await dropJobs();
  const [dead, alive] = [await waiting(), await waiting()];
  const boss = await queue();
  await boss.fetch(CHECK_QUEUE, { batchSize: 2 });
  await sql`update pgboss.job set started_on = now() - interval '1 minute' where name = ${CHECK_QUEUE}`.execute(
    database(),
  );
  await database().updateTable('take').set({ check_alive_at: sql`now()` }).where('id', '=', alive).execute();
  await sweep();
  expect((await jobsOf(dead)).map(({ state }) => state)).toEqual(['retry']);
  expect((await jobsOf(alive)).map(({ state }) => state)).toEqual(['active']);
});

test('students are served in turn: one with three takes waiting comes after one with none', async () => {
  await dropJobs();
  await database().updateTable('take').set({ state: 'checked' }).execute();
  const name = `s${randomUUID().slice(0, 6)}`;
  const userId = await createStudent({ name, classId: world.classId, userName: name, pin: '471100' });
  const other: Viewer = { userId, name, role: 'student' };
  const mine = [
    await waiting(world.student, 1),
    await waiting(world.student, 2),
    await waiting(world.student, 3),
  ];
  const theirs = await waiting(other, 4);
  const boss = await queue();
  const order: string[] = [];
  for (let n = 0; n < 4; n++) {
    const [job] = await boss.fetch<{ takeId: string }>(CHECK_QUEUE);
    order.push(job!.data.takeId);
  }
  expect(order).toEqual([mine[0], theirs, mine[1], mine[2]]);
  // And what can wait comes after everybody.
  await requestCheck(mine[0]!, { canWait: true });
  const later = await waiting(other, 5);
  expect((await boss.fetch<{ takeId: string }>(CHECK_QUEUE))[0]!.data.takeId).toBe(later);
});

test('after its check a recording is kept as FLAC, and is the same to the sample', async () => {
  // Real sound: what stands for a take elsewhere is too short to be packed.
  const sound = soundOf({ line: bookLine(5), bpm: 88, seed: 7 });
  const wav = writeWav(sound);
  const id = randomUUID();
  await handIn(
    world.student,
    { id, assignmentId: world.assignmentId, askedBpm: '88', source: 'recorded' },
    wav,
  );
  const kept = await performed({ line: bookLine(5), bpm: 88, seed: 7 });
  const ear: Ear = {
    ...KEPT_EAR,
    checkSound: (asked) => {
      const labelled = readWav(kept);
      if (!labelled.ok) throw new Error('no label');
      return KEPT_EAR.checkSound({ ...asked, audio: labelled.value });
    },
  };
  await checkTake(id, ear);
  expect(await getTakeAudio(world.student, id, 0, 4)).toMatchObject({
    audioType: 'wav',
    bytes: Buffer.from('RIFF'),
    length: wav.length,
  });
  await finishTake(id, ear);
  // Source of the first bytes: RFC 9639, section 6.
  const stored = await row(id);
  expect([stored.audio_type, stored.audio!.subarray(0, 4).toString()]).toEqual(['flac', 'fLaC']);
  expect(stored.audio!.length).toBeLessThan(0.75 * wav.length);
  // A player that has begun with it goes on with the same bytes.
  expect(await getTakeAudio(world.student, id, 40, 60)).toEqual({
    audioType: 'wav',
    bytes: wav.subarray(40, 60),
    length: wav.length,
  });
  expect(Buffer.compare(Buffer.from(await getWholeTake(world.teacher, id)), Buffer.from(wav))).toBe(0);
  expect(
    (
      await database()
        .selectFrom('take_check')
        .select('finished_at')
        .where('take_id', '=', id)
        .executeTakeFirstOrThrow()
    ).finished_at,
  ).not.toBeNull();
  // A better ear starts from it.
  await sql`update take_check set heard = jsonb_set(heard, '{version}', '1') where take_id = ${id}`.execute(
    database(),
  );
  const heard: number[] = [];
  await checkTake(id, {
    ...ear,
    checkSound: (asked) => {
      heard.push(asked.audio.samples.length, asked.audio.sampleRate);
      return ear.checkSound(asked);
    },
  });
  expect(heard).toEqual([sound.samples.length, sound.sampleRate]);
});

test('the last step of a check is asked for again when it was lost', async () => {
  const id = await waiting();
  await checkTake(id, KEPT_EAR);
  await dropJobs();
  await sql`update take_check set checked_at = now() - interval '1 minute' where take_id = ${id}`.execute(
    database(),
  );
  await sweep();
  expect(await jobsOf(id, FINISH_QUEUE)).toMatchObject([{ state: 'created' }]);
});
