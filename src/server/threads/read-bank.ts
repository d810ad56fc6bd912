import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { BankReader } from '@/core/playback';

/** The sound banks that the stand plays with, too. */
export const readBank: BankReader = (name) =>
  readFile(join(process.cwd(), 'public', 'sounds', `${name}.sf3`));
