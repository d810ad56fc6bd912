import 'fake-indexeddb/auto';
import { readWav } from '@/core/signal';
import { TakeStore } from './take-store';

const RATE = 16000;
let made = 0;

/** A take that is being recorded, with so many seconds in stretches of half a second. */
async function recorded(store: TakeStore, seconds: number, assignmentId = 'a1'): Promise<string> {
  const id = `take-${++made}`;
  await store.begin({
    id,
    assignmentId,
    stage: undefined,
    title: '5 Kettle Song',
    askedBpm: 66,
    source: 'recorded',
    recordedAtMs: Date.now() + made,
    alongside: undefined,
    selfRating: undefined,
    sampleRate: RATE,
  });
  for (let index = 0; index < 2 * seconds; index++) {
    await store.append(id, index, new Int16Array(RATE / 2).fill(index + 1));
  }
  return id;
}

const nobody = async () => false;

let store: TakeStore;
beforeEach(async () => {
  store = await TakeStore.open(`student-${made}-${Date.now()}`);
});
afterEach(() => store.close());

test('stretches make up the take, in their order', async () => {
  const id = await recorded(store, 3);
  const take = await store.complete(id);
  const sound = readWav(new Uint8Array((await store.sound(id))!));
  expect(take!.bytes).toBe((await store.sound(id))!.byteLength);
  if (!sound.ok) throw new Error(sound.issues[0]!.message);
  expect(sound.value.sampleRate).toBe(RATE);
  expect(sound.value.samples).toHaveLength(3 * RATE);
  const heights = [0, 1, 2, 3, 4, 5].map((index) =>
    Math.round(sound.value.samples[(index * RATE) / 2]! * 32768),
  );
  expect(heights).toEqual([1, 2, 3, 4, 5, 6]);
  expect(await store.list()).toMatchObject([{ id, state: 'kept' }]);
});

test('a slip of the finger is not kept', async () => {
  const id = await recorded(store, 0);
  expect(await store.complete(id)).toBeUndefined();
  expect(await store.list()).toEqual([]);
});

test('what was cut off is found again, but not under the hands of a window that still records', async () => {
  const [cut, live] = [await recorded(store, 2), await recorded(store, 2)];
  await store.tidy(async (takeId) => takeId === live);
  const states = Object.fromEntries((await store.list()).map(({ id, state }) => [id, state]));
  expect(states).toEqual({ [cut]: 'kept', [live]: 'recording' });
});

test('the last five of a line are kept to choose from, and what waits for its way is never thrown away', async () => {
  const first = await recorded(store, 1);
  await store.complete(first);
  await store.change(first, { state: 'waiting' });
  const others: string[] = [];
  for (let count = 0; count < 7; count++) {
    const id = await recorded(store, 1);
    await store.complete(id);
    others.push(id);
  }
  const elsewhere = await recorded(store, 1, 'a2');
  await store.complete(elsewhere);
  expect((await store.list()).map(({ id }) => id)).toEqual([first, ...others.slice(2), elsewhere]);
});

test('what nobody handed in for a week goes', async () => {
  const id = await recorded(store, 1);
  await store.complete(id, { recordedAtMs: Date.now() - 8 * 24 * 3600 * 1000 });
  const waiting = await recorded(store, 1);
  await store.complete(waiting, { recordedAtMs: Date.now() - 8 * 24 * 3600 * 1000 });
  await store.change(waiting, { state: 'waiting' });
  await store.tidy(nobody);
  expect((await store.list()).map((take) => take.id)).toEqual([waiting]);
});

test('students of one device do not see each other’s takes', async () => {
  const id = await recorded(store, 1);
  await store.complete(id);
  const other = await TakeStore.open('somebody-else');
  expect(await other.list()).toEqual([]);
  await other.tidy(nobody);
  expect(await store.list()).toHaveLength(1);
  other.close();
});

test('every change is told, and a removed take leaves nothing', async () => {
  let told = 0;
  store.onChange = () => told++;
  const id = await recorded(store, 1);
  await store.complete(id);
  await store.change(id, { selfRating: { rhythm: 8 } });
  expect(await store.list()).toMatchObject([{ selfRating: { rhythm: 8 } }]);
  await store.remove(id);
  expect(told).toBe(3);
  expect(await store.list()).toEqual([]);
  // Begun again under the same id it has none of the old stretches.
  await store.begin({
    id,
    assignmentId: 'a1',
    stage: 'm0/clap',
    title: '',
    askedBpm: 60,
    source: 'recorded',
    recordedAtMs: 1,
    alongside: undefined,
    selfRating: undefined,
    sampleRate: RATE,
  });
  expect(await store.complete(id)).toBeUndefined();
});

test('takes that a page offers stay, however many there are', async () => {
  const offered: string[] = [];
  for (let count = 0; count < 7; count++) {
    const id = await recorded(store, 1);
    store.offered = offered.slice(0, 2);
    await store.complete(id);
    offered.push(id);
  }
  expect((await store.list()).map(({ id }) => id)).toEqual(
    [...offered.slice(0, 2), ...offered.slice(2)].slice(0, 7),
  );
  const next = await recorded(store, 1);
  await store.complete(next);
  expect((await store.list()).map(({ id }) => id)).toEqual([
    ...offered.slice(0, 2),
    ...offered.slice(3),
    next,
  ]);
});

test('a list brings no sound: it lies beside, and is loaded one by one', async () => {
  const id = await recorded(store, 2);
  await store.complete(id);
  const [take] = await store.list();
  expect(JSON.stringify(take).length).toBeLessThan(400);
  expect(Object.values(take!).some((value) => value instanceof ArrayBuffer)).toBe(false);
  expect((await store.sound(id))!.byteLength).toBe(2 * 2 * RATE + 44);
});

test('what the browser stored before is found, with its sound', async () => {
  const name = `old-${Date.now()}`;
  await new Promise<void>((resolve, reject) => {
    indexedDB.deleteDatabase('mevlo-takes').onsuccess = () => {
      const request = indexedDB.open('mevlo-takes', 1);
      request.onupgradeneeded = () => {
        const takes = request.result.createObjectStore('takes', { keyPath: 'id' });
        takes.createIndex('userId', 'userId');
        request.result
          .createObjectStore('pieces', { keyPath: ['takeId', 'index'] })
          .createIndex('takeId', 'takeId');
        takes.put({
          id: 'old',
          userId: name,
          state: 'waiting',
          recordedAtMs: Date.now(),
          sound: new ArrayBuffer(8),
        });
      };
      request.onsuccess = () => {
        request.result.close();
        resolve();
      };
      request.onerror = () => reject(request.error);
    };
    store.close();
  });
  store = await TakeStore.open(name);
  expect(await store.list()).toMatchObject([{ id: 'old', state: 'waiting', bytes: 8 }]);
  expect((await store.sound('old'))!.byteLength).toBe(8);
});

describe('with no room on the device', () => {
  const quota = () => {
    throw new DOMException('full', 'QuotaExceededError');
  };
  let put: jest.SpyInstance | undefined;
  const real = IDBObjectStore.prototype.put;
  beforeEach(() => {
    IDBObjectStore.prototype.put = quota as never;
    jest.spyOn(console, 'error').mockImplementation(() => undefined);
  });
  afterEach(() => {
    IDBObjectStore.prototype.put = real;
    put?.mockRestore();
    jest.restoreAllMocks();
  });

  test('a take lives in the page, whole, and is known to be only there', async () => {
    const id = 'full-1';
    await store.begin({
      ...{ id, assignmentId: 'a1', stage: undefined, title: '', askedBpm: 60, source: 'recorded' },
      ...{ recordedAtMs: 1, alongside: undefined, selfRating: undefined, sampleRate: RATE },
    });
    await expect(store.append(id, 0, new Int16Array(RATE))).rejects.toThrow('full');
    const played = [new Int16Array(RATE).fill(7), new Int16Array(RATE).fill(8)];
    expect(await store.complete(id, {}, played)).toMatchObject({ state: 'kept', bytes: 4 * RATE + 44 });
    expect(store.isOnlyHere(id)).toBe(true);
    await store.change(id, { state: 'waiting' });
    expect(await store.list()).toMatchObject([{ id, state: 'waiting' }]);
    expect((await store.sound(id))!.byteLength).toBe(4 * RATE + 44);
    await store.remove(id);
    expect(await store.list()).toEqual([]);
  });

  test('a word lives in the page, too', async () => {
    await store.say({ id: 'w1', assignmentId: 'a1', stageId: 'm0/clap', saidAtMs: 5 });
    expect(await store.listWords()).toMatchObject([{ id: 'w1' }]);
    await store.removeWord('w1');
    expect(await store.listWords()).toEqual([]);
  });
});

test('a stretch that found no room cuts off what is found again behind it', async () => {
  const id = await recorded(store, 0);
  for (const index of [0, 1, 3]) await store.append(id, index, new Int16Array(RATE).fill(index + 1));
  await store.tidy(nobody);
  expect((await store.sound(id))!.byteLength).toBe(2 * 2 * RATE + 44);
});

test('what others of this device left behind goes, too', async () => {
  const id = await recorded(store, 1);
  await store.complete(id, { recordedAtMs: Date.now() - 8 * 24 * 3600 * 1000 });
  const waiting = await recorded(store, 1);
  await store.complete(waiting, { recordedAtMs: Date.now() - 61 * 24 * 3600 * 1000 });
  await store.change(waiting, { state: 'waiting' });
  const other = await TakeStore.open('somebody-else');
  await other.tidy(nobody);
  other.close();
  expect(await store.list()).toEqual([]);
});

test('words wait until they have arrived', async () => {
  await store.say({ id: 'w2', assignmentId: 'a1', stageId: 'm0/say', saidAtMs: 2 });
  await store.say({ id: 'w1', assignmentId: 'a1', stageId: 'm0/clap', saidAtMs: 1 });
  expect((await store.listWords()).map(({ id }) => id)).toEqual(['w1', 'w2']);
  await store.removeWord('w1');
  expect((await store.listWords()).map(({ id }) => id)).toEqual(['w2']);
});

test('everything of people who are gone goes from the device, and of nobody else', async () => {
  const other = await TakeStore.open(`other-${Date.now()}`);
  const theirs = await recorded(other, 1);
  await other.complete(theirs);
  await other.change(theirs, { state: 'waiting' });
  await other.say({ id: 'theirs', assignmentId: 'a1', stageId: 'm0/clap', saidAtMs: Date.now() });
  const mine = await recorded(store, 1);
  await store.complete(mine);
  const asked: string[] = [];
  await store.forgetGone(async (ids) => {
    asked.push(...ids);
    return [];
  });
  expect(asked).toHaveLength(new Set(asked).size);
  expect(await other.list()).toHaveLength(1);
  await store.forgetGone(async (ids) => ids);
  expect(await other.list()).toEqual([]);
  expect(await other.listWords()).toEqual([]);
  expect(await other.sound(theirs)).toBeUndefined();
  expect(await store.list()).toHaveLength(1);
  other.close();
});

test('what is done with a take while it is being completed comes after that', async () => {
  const id = await recorded(store, 1);
  const played = [new Int16Array(RATE).fill(7)];
  const completed = store.complete(id, {}, played);
  // Nobody waits: the verdict is there, and the take is handed in at once.
  const isWhole = store.hasWhole(id);
  await store.change(id, { state: 'waiting' });
  expect(await isWhole).toBe(true);
  expect(await completed).toMatchObject({ state: 'kept' });
  expect(await store.list()).toMatchObject([{ id, state: 'waiting', bytes: 2 * RATE + 44 }]);
  const next = await recorded(store, 1);
  expect(await store.hasWhole(next)).toBe(false);
});

test('pieces of one take go, those of others stay', async () => {
  const [first, second] = [await recorded(store, 1), await recorded(store, 2)];
  await store.complete(first);
  expect(await store.complete(second)).toMatchObject({ bytes: 2 * 2 * RATE + 44 });
});
