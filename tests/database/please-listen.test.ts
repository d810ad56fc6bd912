import { randomUUID } from 'node:crypto';
import type { InstrumentId } from '@/core/instruments';
import type { Line } from '@/core/notation';
import { AS_WRITTEN, chooseFlaws, perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/playing';
import { type Audio, writeWav } from '@/core/signal';
import { backingOf, modelOf, renderSampledWhole } from '@/core/sounding';
import { getQueue } from '@/server/access/queue';
import { getTake, handIn } from '@/server/access/takes';
import type { Viewer } from '@/server/access/viewer';
import { createStudent } from '@/server/auth/accounts';
import { closeDatabase } from '@/server/db/connection';
import { checkTake } from '@/server/jobs/check-take';
import { readBank } from '@/server/jobs/read-bank';
import { bookLine } from '../support/lines';
import { makeWorld, type World } from '../support/world';

jest.mock('next/headers', () => ({ headers: async () => new Headers() }));
jest.mock('next/navigation', () => ({ redirect: () => undefined }));
jest.mock('@/server/jobs/queue', () => ({ requestCheck: async () => undefined }));

// Models are rendered, which takes seconds on a busy machine.
jest.setTimeout(180_000);

const BPM = 66;
const line = bookLine(12);
let world: World;

beforeAll(async () => {
  world = await makeWorld(12);
});
afterAll(closeDatabase);

async function join(): Promise<Viewer> {
  const name = `s${randomUUID().slice(0, 6)}`;
  const userId = await createStudent({
    name,
    classId: world.classId,
    userName: name,
    pin: '4711',
    instrument: 'flute',
  });
  return { userId, name, role: 'student' };
}

/** What the teacher is told of a take, and of which other one. */
async function handedIn(student: Viewer, sound: Audio) {
  const id = randomUUID();
  const form = { id, assignmentId: world.assignmentId, askedBpm: `${BPM}`, source: 'recorded' };
  await handIn(student, form, writeWav(sound));
  await checkTake(id);
  const { remark, remarkTakeId, verdict } = await getTake(world.teacher, id);
  return { id, remark, remarkTakeId, verdict };
}

const played = (seed: number, of: Line = line, instrument: InstrumentId = 'flute') =>
  render(
    perform(of, { ...STEADY_STYLE, seed, bpm: BPM }, chooseFlaws(of, seed % 2 === 0 ? ['wrong'] : [], seed)),
    instrument,
    { ...QUIET_ROOM, sampleRate: 22050, seed },
  );
/** Cut at both ends, turned up and put through a coarser converter. */
const doctored = ({ samples, sampleRate }: Audio): Audio => ({
  samples: samples
    .slice(Math.round(0.3 * sampleRate), samples.length - 500)
    .map((sample) => Math.round(sample * 1.6 * 4000) / 4000),
  sampleRate,
});

test('an earlier take again, and somebody else’s, are known though they were cut and turned up', async () => {
  const [ada, bela] = [await join(), await join()];
  const first = await handedIn(ada, played(1));
  expect(first.remark).toBeNull();
  expect((await handedIn(ada, played(3))).remark).toBeNull();
  expect(await handedIn(ada, doctored(played(1)))).toMatchObject({
    remark: 'same-as-own',
    remarkTakeId: first.id,
  });
  expect(await handedIn(bela, doctored(played(3)))).toMatchObject({ remark: 'same-as-anothers' });
});

test.each([
  ['flute', BPM],
  ['flute', 80],
] as const)('the model itself on a %s at %i is known', async (_, bpm) => {
  const { model, bank } = modelOf(line, bpm, AS_WRITTEN);
  const sound = await renderSampledWhole(model, await readBank(bank), 22050);
  expect((await handedIn(await join(), sound)).remark).toBe('like-the-model');
});

test('the backing alone is told from a line that went wrong', async () => {
  for (const kind of ['drone', 'chords'] as const) {
    const { model, bank } = backingOf(line, BPM, kind)!;
    const sound = await renderSampledWhole(model, await readBank(bank), 22050);
    const take = await handedIn(await join(), sound);
    expect([kind, take.verdict?.state === 'judged', take.remark]).toEqual([kind, false, 'backing-alone']);
  }
});

test('another line, and the line in another key, are said to be so and nobody is doubted', async () => {
  const other = await handedIn(await join(), played(5, bookLine(5)));
  expect(other).toMatchObject({ remark: null });
  expect(other.verdict?.state).not.toBe('judged');
  const higher = perform(line, { ...STEADY_STYLE, seed: 7, bpm: BPM }, []);
  const transposed = render(
    {
      ...higher,
      events: higher.events.map((event) => ({ ...event, ...(event.midi && { midi: event.midi + 2 }) })),
    },
    'flute',
    { ...QUIET_ROOM, sampleRate: 22050, seed: 7 },
  );
  expect(await handedIn(await join(), transposed)).toMatchObject({
    remark: null,
    verdict: { state: 'transposed' },
  });
});

test('honest takes of one line, right and wrong, are never marked; the student is never told of a mark', async () => {
  const student = await join();
  for (let seed = 11; seed < 16; seed++) {
    const { id, remark } = await handedIn(student, played(seed));
    expect([seed, remark]).toEqual([seed, null]);
    expect((await getTake(student, id)).remark).toBeNull();
  }
  const marked = await handedIn(student, played(11));
  expect(marked.remark).toBe('same-as-own');
  expect((await getTake(student, marked.id)).remark).toBeNull();
  expect((await getQueue(world.teacher)).find(({ id }) => id === marked.id)?.need).toBe('please-listen');
});
