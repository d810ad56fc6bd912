import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Audio, writeWav } from '@/core/signal';

/** For programs that read files: a WAV that is gone when the work is done. */
export function withWavFile<Result>(audio: Audio, work: (path: string) => Result): Result {
  const folder = mkdtempSync(join(tmpdir(), 'mevlo-wav-'));
  try {
    const path = join(folder, 'take.wav');
    writeFileSync(path, writeWav(audio));
    return work(path);
  } finally {
    rmSync(folder, { recursive: true });
  }
}
