import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Audio, readWav, writeWav } from '@/core/signal';

/** For programs that read and write files: a folder that is gone when the work is done. */
export function withFolder<Result>(work: (folder: string) => Result): Result {
  const folder = mkdtempSync(join(tmpdir(), 'mevlo-work-'));
  try {
    return work(folder);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** The same with a recording in it. */
export const withWavFile = <Result>(audio: Audio, work: (path: string) => Result): Result =>
  withFolder((folder) => {
    const path = join(folder, 'take.wav');
    writeFileSync(path, writeWav(audio));
    return work(path);
  });

/** What another program wrote. @throws when it is no recording that can be read. */
export function readWavFile(path: string): Audio {
  const read = readWav(new Uint8Array(readFileSync(path)));
  if (!read.ok) throw new Error(read.issues[0]!.message);
  return read.value;
}
