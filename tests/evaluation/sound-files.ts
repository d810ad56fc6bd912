import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { Audio } from '@/core/signal';
import { readWavFile } from '../support/wav-file';

const CACHE = resolve('.data/evaluation');
/** Sounds are made at this rate, in hertz. */
export const RATE = 44100;

/** A sound that is made once and then read. @param make writes a WAV file. */
export function cached(name: string, make: (path: string) => void): Audio {
  mkdirSync(CACHE, { recursive: true });
  const path = join(CACHE, `${name}.wav`);
  if (!existsSync(path)) {
    const fresh = join(CACHE, `${name}-${process.pid}.part`);
    make(fresh);
    renameSync(fresh, path);
  }
  return readWavFile(path);
}
