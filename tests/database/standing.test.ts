import { readMusicXml } from '@/core/formats';
import { getLine, listShelf } from '@/server/access/shelf/shelf';
import { importLine, openLine, putOnStand, saveLine } from '@/server/access/shelf/writing';
import { database } from '@/server/db/connection';
import { putOnStand as storeOnStand } from '@/server/db/queries/music';
import { beginStanding, wishOnStand } from '@/server/db/queries/to-stand';
import { engraveLine } from '@/server/jobs/engrave-line';
import { queue, STAND_QUEUE } from '@/server/jobs/queue';
import { standLine } from '@/server/jobs/stand-line';
import { sweep } from '@/server/jobs/sweep';
import { scoreXml } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { rightOf } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});

const documentOf = (...measures: string[]) => ({
  score: rightOf(readMusicXml(new TextEncoder().encode(scoreXml(measures)))),
  derived: [],
});
async function broughtIn(...measures: string[]): Promise<string> {
  const file = new File([scoreXml(measures)], 'line.musicxml');
  return rightOf(await importLine(world.teacher, file)).lineId;
}
const line = (lineId: string) => getLine(world.teacher, lineId);
const onShelf = async (lineId: string) =>
  (await listShelf(world.teacher, {})).lines.find(({ id }) => id === lineId);
const jobsFor = async (lineId: string) =>
  (await (await queue()).fetch<{ lineId: string }>(STAND_QUEUE, { batchSize: 50 })).filter(
    ({ data }) => data.lineId === lineId,
  );
/** What is on the desk, whoever has stored it. */
async function store(lineId: string, document: unknown): Promise<void> {
  const { revision } = await openLine(world.teacher, lineId);
  const json = JSON.parse(JSON.stringify(document));
  expect(await saveLine(world.teacher, lineId, { revision, document: json })).toMatchObject({
    kind: 'saved',
  });
}

test('a line that was brought in waits for a worker, stands then, and is drawn drawing by drawing', async () => {
  const lineId = await broughtIn('C4w', 'D4w');
  expect(await line(lineId)).toMatchObject({ standing: { isAwaited: true }, shown: undefined });
  expect(await onShelf(lineId)).toMatchObject({ contentHash: null, isAsked: true, isGivenUp: false });
  expect(await jobsFor(lineId)).toHaveLength(1);
  await standLine(lineId);
  const { standing, shown } = await line(lineId);
  expect(standing).toEqual({ isAwaited: false, problem: undefined, drawings: { done: 0, of: 2 } });
  expect(shown!.line.part.measures).toHaveLength(2);
  await engraveLine(shown!.contentHash, [{ layout: 'wide', counting: undefined }]);
  expect((await line(lineId)).standing.drawings).toEqual({ done: 0, of: 2 });
  await engraveLine(shown!.contentHash);
  expect((await line(lineId)).standing.drawings).toEqual({ done: 2, of: 2 });
  expect(await onShelf(lineId)).toMatchObject({ contentHash: shown!.contentHash, isAsked: false });
});

test('whoever looks while the worker is at it sees that it waits, or the line, and never neither', async () => {
  for (let count = 0; count < 25; count++) {
    const lineId = await broughtIn('C4w', 'D4w');
    let isDone = false;
    const standing = standLine(lineId).then(() => {
      isDone = true;
    });
    const looks: Promise<boolean>[] = [];
    while (!isDone) {
      looks.push(line(lineId).then((seen) => seen.shown !== undefined || seen.standing.isAwaited));
      await new Promise((resolve) => setTimeout(resolve, 1));
    }
    await standing;
    expect(await Promise.all(looks)).not.toContain(false);
  }
});

test('until the worker has come to it, the line stands as it did', async () => {
  const lineId = await broughtIn('C4w');
  await standLine(lineId);
  await store(lineId, documentOf('G4w', 'A4w'));
  rightOf(await putOnStand(world.teacher, lineId));
  expect((await line(lineId)).shown!.line.part.measures).toHaveLength(1);
  await standLine(lineId);
  expect((await line(lineId)).shown!.line.part.measures).toHaveLength(2);
});

test('what another window spoilt meanwhile is not put on the stand, and the page says why', async () => {
  const lineId = await broughtIn('C4w');
  await standLine(lineId);
  rightOf(await putOnStand(world.teacher, lineId));
  await store(lineId, documentOf('C4w', 'D4h'));
  await standLine(lineId);
  const { standing, shown } = await line(lineId);
  expect(standing.problem).toContain('measure 2: This measure has 2 of 4 beats');
  expect(shown!.line.part.measures).toHaveLength(1);
  expect(await onShelf(lineId)).toMatchObject({ isAsked: true, isGivenUp: true });
  await store(lineId, documentOf('E4w'));
  rightOf(await putOnStand(world.teacher, lineId));
  await standLine(lineId);
  expect((await line(lineId)).standing.problem).toBeUndefined();
});

test('a line that ends its worker again and again is given up', async () => {
  const lineId = await broughtIn('C4w');
  for (let count = 0; count < 5; count++) await beginStanding(lineId);
  await standLine(lineId);
  expect(await line(lineId)).toMatchObject({
    standing: { isAwaited: false, problem: expect.stringContaining('tried 5 times') },
    shown: undefined,
  });
  expect(await beginStanding(lineId)).toBeUndefined();
});

test('of two workers, the slower one does not put an older state over a newer one', async () => {
  const lineId = await broughtIn('C4w');
  const slow = await beginStanding(lineId);
  await store(lineId, documentOf('E4w', 'F4w'));
  await wishOnStand(lineId);
  await standLine(lineId);
  expect(await storeOnStand(lineId, slow!.document, slow!.wish)).toEqual([]);
  expect((await line(lineId)).shown!.line.part.measures).toHaveLength(2);
});

test('what nobody is at is asked for again, and a line can go while it waits', async () => {
  const lineId = await broughtIn('C4w');
  const [job] = await jobsFor(lineId);
  await (await queue()).complete(STAND_QUEUE, job!.id);
  await sweep();
  // It may be on its way at this moment.
  expect(await jobsFor(lineId)).toEqual([]);
  await database()
    .updateTable('line_to_stand')
    .set({ asked_at: new Date(Date.now() - 60_000) })
    .where('line_id', '=', lineId)
    .execute();
  await sweep();
  expect(await jobsFor(lineId)).toHaveLength(1);
  await database().deleteFrom('line').where('id', '=', lineId).execute();
  await standLine(lineId);
});
