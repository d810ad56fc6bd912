import { execFileSync, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { handIn } from '@/server/access/practice/takes';
import { readBackup, writeBackup } from '../../scripts/lib/backup.mjs';
import { withOwnDatabase } from '../support/own-database';
import { played } from '../support/takes';
import { makeWorld } from '../support/world';

withOwnDatabase();

const folder = mkdtempSync(join(tmpdir(), 'mevlo-backup-'));
const key = join(folder, 'key.txt');
const file = join(folder, 'mevlo.age');
let recipient: string;
let emptyUrl: string;
const EMPTY = `restored_${process.pid}`;

beforeAll(async () => {
  execFileSync('age-keygen', ['-o', key], { stdio: 'ignore' });
  recipient = /age1\w+/.exec(readFileSync(key, 'utf8'))![0];
  await asAdmin(`create database ${EMPTY} owner mevlo_app`);
  emptyUrl = process.env.MEVLO_TEST_URL!.replace(/\/[^/]+$/, `/${EMPTY}`);
});
afterAll(async () => {
  await asAdmin(`drop database if exists ${EMPTY} with (force)`);
  rmSync(folder, { recursive: true });
});

async function asAdmin(query: string): Promise<void> {
  await rowsOf(process.env.MEVLO_TEST_SERVER!, query);
}
async function rowsOf(connectionString: string, query: string) {
  const client = new pg.Client({ connectionString });
  await client.connect();
  try {
    return (await client.query(query)).rows;
  } finally {
    await client.end();
  }
}

test('a backup that is made while everybody hands in has every take that was handed in before it', async () => {
  const world = await makeWorld();
  const wav = await played(88, 1);
  const handed: string[] = [];
  const handInOne = async () => {
    const id = randomUUID();
    const form = { id, assignmentId: world.assignmentId, askedBpm: '88', source: 'recorded' };
    await handIn(world.student, form, wav);
    handed.push(id);
  };
  for (let n = 0; n < 20; n++) await handInOne();
  let isOver = false;
  const busy = (async () => {
    while (!isOver && handed.length < 100) await handInOne();
  })();
  const before = [...handed];
  const bytes = await writeBackup(process.env.DATABASE_URL!, recipient, file);
  isOver = true;
  await busy;
  expect(bytes).toBeGreaterThan(10_000);
  // Who has the file and not the key reads nothing. Source of the first line: C2SP, age-encryption.org/v1.
  const text = readFileSync(file, 'latin1');
  expect(text.startsWith('age-encryption.org/v1\n')).toBe(true);
  expect(text).not.toContain('Student w');
  await readBackup(emptyUrl, key, file);
  const restored = new Set((await rowsOf(emptyUrl, 'select id from take')).map(({ id }) => id));
  expect(before.filter((id) => !restored.has(id))).toEqual([]);
  const [sound] = await rowsOf(emptyUrl, `select audio from take where id = '${before[0]}'`);
  expect(Buffer.compare(sound.audio, Buffer.from(wav))).toBe(0);
  expect(await rowsOf(emptyUrl, "select name from pgboss.queue where name = 'check-take'")).toHaveLength(1);
});

test('nothing is overwritten, and a wrong key or a torn file leaves nothing behind', async () => {
  await expect(writeBackup(process.env.DATABASE_URL!, recipient, file)).rejects.toThrow('is there already');
  await expect(writeBackup(process.env.DATABASE_URL!, 'age1nonsense', `${file}2`)).rejects.toThrow(
    /age failed/,
  );
  expect([existsSync(`${file}2`), existsSync(`${file}2.half`)]).toEqual([false, false]);
  await expect(readBackup(emptyUrl, key, join(folder, 'not-there'))).rejects.toThrow('There is no file');
  const torn = join(folder, 'torn.age');
  writeFileSync(torn, readFileSync(file).subarray(0, 5000));
  const other = `${EMPTY}_torn`;
  await asAdmin(`create database ${other} owner mevlo_app`);
  try {
    const url = emptyUrl.replace(EMPTY, other);
    await expect(readBackup(url, key, torn)).rejects.toThrow(/failed/);
    expect(
      await rowsOf(url, "select from information_schema.tables where table_schema = 'public'"),
    ).toHaveLength(0);
  } finally {
    await asAdmin(`drop database if exists ${other} with (force)`);
  }
});

test('the command refuses what is not empty', () => {
  const { stderr, status } = spawnSync(process.execPath, ['scripts/restore.mjs', file, '--identity', key], {
    env: { ...process.env, DATABASE_URL: emptyUrl },
    encoding: 'utf8',
  });
  expect([status, stderr.trim()]).toEqual([1, expect.stringContaining('The database is not empty')]);
});
