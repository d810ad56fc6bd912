import { spawn } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const PATIENCE_MS = 30_000;
const MOST_WORDS = 2000;

/** The machine could not do it, whatever the sound is: a full disk, no ffmpeg. It is worth trying again. */
export class MachineTrouble extends Error {}

/**
 * Runs ffmpeg (Debian) on bytes. From a file, not a pipe: the index of an ordinary m4a stands at its end.
 * @param before options of what is read. @param after of what is written. @param ending of the file that is written.
 * @returns undefined when it cannot make anything of them. @throws MachineTrouble
 */
export async function maybeConverted(
  bytes: Uint8Array,
  before: readonly string[],
  after: readonly string[],
  ending: string,
): Promise<Buffer | undefined> {
  const folder = await withTrouble(() => mkdtemp(join(tmpdir(), 'mevlo-sound-')));
  try {
    const input = join(folder, 'upload');
    const output = join(folder, `sound.${ending}`);
    await withTrouble(() => writeFile(input, bytes));
    const args = ['-nostdin', '-loglevel', 'error', '-protocol_whitelist', 'file'];
    const isDone = await run([...args, ...before, '-i', input, ...after, output]);
    return isDone ? await readFile(output) : undefined;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function withTrouble<Value>(work: () => Promise<Value>): Promise<Value> {
  try {
    return await work();
  } catch (cause) {
    throw new MachineTrouble('There is no room for a sound that is to be converted.', { cause });
  }
}

function run(args: readonly string[]): Promise<boolean> {
  return new Promise((resolve, reject) => {
    const child = spawn('ffmpeg', args, {
      stdio: ['ignore', 'ignore', 'pipe'],
      timeout: PATIENCE_MS,
      killSignal: 'SIGKILL',
    });
    let words = '';
    child.stderr.on('data', (chunk: Buffer) => {
      words = `${words}${chunk.toString('utf8')}`.slice(-MOST_WORDS);
    });
    child.on('error', (cause) => reject(new MachineTrouble('ffmpeg could not be run.', { cause })));
    child.on('close', (code) => {
      if (code !== 0 && /No space left on device|Disk quota exceeded/.test(words))
        reject(new MachineTrouble('There is no room for a sound that is converted.'));
      else resolve(code === 0);
    });
  });
}
