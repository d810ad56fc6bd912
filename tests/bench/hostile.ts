// Spoilt files and sounds through the running application: npm run bench -- hostile [-- --files 1000]
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { sql } from 'kysely';
import { createRandom, quantile } from '@/core/base';
import { closeDatabase, database } from '@/server/db/connection';
import { DEMO_TEACHER } from '@/server/demo/scenario';
import { mutatedFiles, rightFiles } from '../support/mutated';
import { sessionCookieOf } from '../support/session-cookie';

const { values } = parseArgs({ options: { files: { type: 'string', default: '1000' } } });
const FILES = Number(values.files);
const SOUNDS = Math.round(FILES / 10);
const ADDRESS = process.env.MEVLO_ADDRESS!;
const KINDS = Object.keys(rightFiles()) as (keyof ReturnType<typeof rightFiles>)[];
const ENDINGS = { MusicXML: 'musicxml', 'packed MusicXML': 'mxl', MIDI: 'mid', ABC: 'abc' } as const;
const AT_ONCE = 3;

const teacher = await sessionCookieOf(DEMO_TEACHER.email, DEMO_TEACHER.password);

/** The action of the form for files, as the scripts of the page name it. */
const CHUNKS = '.next/static/chunks';
const action = readdirSync(CHUNKS)
  .filter((name) => name.endsWith('.js'))
  .map((name) => /"([0-9a-f]{40,})",[^"]{0,80}"bringIn"/.exec(readFileSync(join(CHUNKS, name), 'utf8'))?.[1])
  .find((found) => found);
if (!action) throw new Error('No script of the pages names the action of the form for files.');

const pages: number[] = [];
let isOver = false;
const looking = (async () => {
  while (!isOver) {
    const from = performance.now();
    const answer = await fetch(`${ADDRESS}/desk`, { headers: { cookie: teacher } }).catch(() => undefined);
    await answer?.text();
    pages.push(answer?.ok ? performance.now() - from : Number.POSITIVE_INFINITY);
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
})();

const linesOf = async () =>
  (
    await database()
      .selectFrom('line')
      .select((e) => e.fn.countAll<string>().as('count'))
      .executeTakeFirstOrThrow()
  ).count;

interface Tally {
  crashes: number;
  slowest: number;
}

async function bringIn(bytes: Uint8Array, name: string, tally: Tally): Promise<void> {
  // As the page's script sends it: what was answered before, and the form.
  const body = new FormData();
  body.append('_1_file', new File([new Uint8Array(bytes)], name));
  body.append('0', '["$undefined","$K1"]');
  const from = performance.now();
  const answer = await fetch(`${ADDRESS}/shelf`, {
    method: 'POST',
    body,
    headers: { cookie: teacher, origin: ADDRESS, 'next-action': action!, accept: 'text/x-component' },
    redirect: 'manual',
  }).catch(() => undefined);
  await answer?.text();
  tally.slowest = Math.max(tally.slowest, performance.now() - from);
  if (!answer || answer.status >= 500) tally.crashes++;
}

let wrong = 0;
for (const kind of KINDS) {
  const tally: Tally = { crashes: 0, slowest: 0 };
  const before = Number(await linesOf());
  // What is right must come in, or nothing was tried.
  for (const bytes of rightFiles()[kind]) await bringIn(bytes, `x.${ENDINGS[kind]}`, tally);
  if (Number(await linesOf()) - before < rightFiles()[kind].length)
    throw new Error(`Files of ${kind} that are right do not come in.`);
  const files = mutatedFiles(kind, FILES, 5);
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (const bytes of files) await bringIn(bytes, `x.${ENDINGS[kind]}`, tally);
    }),
  );
  const lines = Number(await linesOf()) - before;
  // A line is whole, or it is not there.
  const { rows } = await sql<{ count: number }>`
    select count(*)::int as count from line where document is null or document -> 'score' is null`.execute(
    database(),
  );
  wrong += tally.crashes + rows[0]!.count + (tally.slowest > 5500 ? 1 : 0);
  console.log(
    `${FILES} files of ${kind}: ${lines} became lines or drafts, ${tally.crashes} crashes, ${rows[0]!.count} half-saved, slowest ${Math.round(tally.slowest)} ms with the page around it.`,
  );
}

// Sounds: the worker reads them. Whatever they are, each ends with a verdict or with a reason.
const assignment = await database()
  .selectFrom('assignment')
  .innerJoin('class_student', 'class_student.class_id', 'assignment.class_id')
  .innerJoin('user', 'user.id', 'class_student.student_id')
  .select(['assignment.id', 'user.email', 'class_student.user_name as userName'])
  .where('class_student.user_name', '=', 'ida')
  .executeTakeFirstOrThrow();
const student = await sessionCookieOf(assignment.email, '271828');
const random = createRandom(3);
const wav = Buffer.concat([
  Buffer.from(
    'RIFF\xff\xff\xff\xffWAVEfmt \x10\0\0\0\x01\0\x01\0\x40\x1f\0\0\x80\x3e\0\0\x02\0\x10\0data\xff\xff\xff\xff',
    'latin1',
  ),
  Buffer.from(Array.from({ length: 60_000 }, () => random.integer(0, 256))),
]);
const ids: string[] = [];
for (let n = 0; n < SOUNDS; n++) {
  const sound = Uint8Array.from(wav.subarray(0, 44 + random.integer(0, 60_000)));
  for (let changes = random.integer(0, 8); changes > 0; changes--)
    sound[random.integer(0, random.integer(0, 2) === 0 ? 44 : sound.length)] = random.integer(0, 256);
  const id = randomUUID();
  const source = n % 2 === 0 ? 'recorded' : 'file';
  const headers = { cookie: student, origin: ADDRESS };
  await fetch(`${ADDRESS}/api/takes/${id}/pieces?from=0`, { method: 'PUT', body: sound, headers });
  const answer = await fetch(`${ADDRESS}/api/takes/${id}`, {
    method: 'POST',
    headers: { ...headers, 'Content-Type': 'application/json' },
    body: JSON.stringify({ bytes: sound.length, assignmentId: assignment.id, askedBpm: 60, source }),
  });
  if (answer.ok) ids.push(id);
  else if (answer.status !== 429) wrong++;
}
const stateOf = async () => {
  const rows = await database()
    .selectFrom('take')
    .select(['state', 'problem'])
    .where('id', 'in', ids)
    .execute();
  return {
    waiting: rows.filter(({ state }) => state === 'waiting').length,
    checked: rows.filter(({ state }) => state === 'checked').length,
    failed: rows.filter(({ state }) => state === 'failed').length,
    threw: rows.filter(({ problem }) => problem !== null).length,
  };
};
let state = await stateOf();
for (
  const deadline = Date.now() + 120_000;
  state.waiting > 0 && Date.now() < deadline;
  state = await stateOf()
)
  await new Promise((resolve) => setTimeout(resolve, 300));
wrong += state.waiting;
isOver = true;
await looking;
console.log(
  `${ids.length} spoilt sounds: ${state.checked} heard, ${state.failed} refused with a reason (${state.threw} of them because the check threw), ${state.waiting} waiting.`,
);
const unanswered = pages.filter((ms) => !Number.isFinite(ms)).length;
console.log(
  `The desk meanwhile: ${pages.length} times, ${unanswered} unanswered, median ${quantile(pages, 0.5).toFixed(0)} ms, p95 ${quantile(pages, 0.95).toFixed(0)} ms.`,
);
await closeDatabase();
process.exit(wrong + unanswered === 0 ? 0 : 1);
