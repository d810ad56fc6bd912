import { randomUUID } from 'node:crypto';
import type { Line } from '@/core/notation';
import { AS_WRITTEN, backingOf, modelOf, renderSampledWhole } from '@/core/playback';
import { type Audio, writeWav } from '@/core/signal';
import { chooseFlaws, perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import type { Viewer } from '@/server/access/account/viewer';
import { getTake, handIn } from '@/server/access/practice/takes';
import { getQueue } from '@/server/access/review/queue';
import { createStudent } from '@/server/auth/accounts';
import { checkTake } from '@/server/jobs/check-take';
import { EAR, type Ear } from '@/server/jobs/ear';
import { finishTake } from '@/server/jobs/finish-take';
import { readBank } from '@/server/threads/read-bank';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { KEPT_EAR, keptTake, performed, soundOf } from '../support/takes';
import { makeWorld, playerOf, type World } from '../support/world';

withOwnDatabase();

const BPM = 66;
const line = bookLine(12);
let world: World;

beforeAll(async () => {
  world = await makeWorld(12);
});

async function join(): Promise<Viewer> {
  const name = `s${randomUUID().slice(0, 6)}`;
  const userId = await createStudent({
    name,
    classId: world.classId,
    userName: name,
    pin: '4711',
    instrument: playerOf(line),
  });
  return { userId, name, role: 'student' };
}

/** What the teacher is told of a take, and of which other one. */
async function handedIn(student: Viewer, wav: Uint8Array, ear: Ear = KEPT_EAR) {
  const id = randomUUID();
  const form = { id, assignmentId: world.assignmentId, askedBpm: `${BPM}`, source: 'recorded' };
  await handIn(student, form, wav);
  await checkTake(id, ear);
  await finishTake(id, ear);
  const { remark, remarkTakeId, verdict } = await getTake(world.teacher, id);
  return { id, remark, remarkTakeId, verdict };
}

const how = (seed: number, of: Line = line) => ({
  line: of,
  bpm: BPM,
  seed,
  flaws: chooseFlaws(of, seed % 2 === 0 ? ['wrong'] : [], seed),
});
/** Cut at both ends, turned up and put through a coarser converter. */
const doctored = ({ samples, sampleRate }: Audio): Audio => ({
  samples: samples
    .slice(Math.round(0.3 * sampleRate), samples.length - 500)
    .map((sample) => Math.round(sample * 1.6 * 4000) / 4000),
  sampleRate,
});
const doctoredTake = (seed: number) => keptTake({ doctored: how(seed) }, () => doctored(soundOf(how(seed))));
const rendered = async ({ model, bank }: ReturnType<typeof modelOf>) =>
  renderSampledWhole(model, await readBank(bank), 22050);

test('an earlier take again, and somebody else’s, are known though they were cut and turned up', async () => {
  const [ada, bela] = [await join(), await join()];
  const first = await handedIn(ada, await performed(how(1)));
  expect(first.remark).toBeNull();
  expect((await handedIn(ada, await performed(how(3)))).remark).toBeNull();
  expect(await handedIn(ada, await doctoredTake(1))).toMatchObject({
    remark: 'same-as-own',
    remarkTakeId: first.id,
  });
  expect(await handedIn(bela, await doctoredTake(3))).toMatchObject({ remark: 'same-as-anothers' });
});

// One of them goes the whole way: real sound, the real ear, the model rendered again.
test.each([
  ['flute', BPM, 'the whole way'],
  ['flute', 80, 'from what was heard'],
] as const)('the model itself on a %s at %i is known, %s', async (_, bpm, way) => {
  const model = modelOf(line, bpm, AS_WRITTEN);
  const taken =
    way === 'the whole way'
      ? await handedIn(await join(), writeWav(await rendered(model)), EAR)
      : await handedIn(await join(), await keptTake({ model, rate: 22050 }, () => rendered(model)));
  expect(taken.remark).toBe('like-the-model');
});

test('the backing alone is told from a line that went wrong', async () => {
  for (const kind of ['drone', 'chords'] as const) {
    const backing = backingOf(line, BPM, kind)!;
    const wav = await keptTake({ backing, rate: 22050 }, () => rendered(backing));
    const take = await handedIn(await join(), wav);
    expect([kind, take.verdict?.state === 'judged', take.remark]).toEqual([kind, false, 'backing-alone']);
  }
});

test('another line, and the line in another key, are said to be so and nobody is doubted', async () => {
  const other = await handedIn(await join(), await performed(how(5, bookLine(5))));
  expect(other).toMatchObject({ remark: null });
  expect(other.verdict?.state).not.toBe('judged');
  const higher = perform(line, { ...STEADY_STYLE, seed: 7, bpm: BPM }, []);
  const transposed = {
    ...higher,
    events: higher.events.map((event) => ({ ...event, ...(event.midi && { midi: event.midi + 2 }) })),
  };
  const room = { ...QUIET_ROOM, sampleRate: 22050, seed: 7 };
  const wav = await keptTake({ transposed, room }, () => render(transposed, 'flute', room));
  expect(await handedIn(await join(), wav)).toMatchObject({
    remark: null,
    verdict: { state: 'transposed' },
  });
});

test('honest takes of one line, right and wrong, are never marked; the student is never told of a mark', async () => {
  const student = await join();
  for (let seed = 11; seed < 16; seed++) {
    const { id, remark } = await handedIn(student, await performed(how(seed)));
    expect([seed, remark]).toEqual([seed, null]);
    expect((await getTake(student, id)).remark).toBeNull();
  }
  const marked = await handedIn(student, await performed(how(11)));
  expect(marked.remark).toBe('same-as-own');
  expect((await getTake(student, marked.id)).remark).toBeNull();
  expect((await getQueue(world.teacher)).find(({ id }) => id === marked.id)?.need).toBe('please-listen');
});
