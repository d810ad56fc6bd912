import { failure, type Result } from '@/core/base';
import type { Score } from '@/core/notation';
import { Overdue, ThreadPool } from './pool';

/** So long may one file take; a line takes a few hundredths of it. */
const DEADLINE_MS = 5000;
const THREADS = 2;

const holder = globalThis as typeof globalThis & { mevloReading?: ThreadPool };

/** Reads a file of music beside everything else that this process does: whoever looks at a page does not wait for it. */
export async function readInThread(bytes: Uint8Array): Promise<Result<Score>> {
  holder.mevloReading ??= new ThreadPool({ threads: THREADS });
  try {
    return await holder.mevloReading.run('readScore', DEADLINE_MS, bytes);
  } catch (error) {
    if (error instanceof Overdue)
      return failure({
        code: 'too-slow',
        message: `This file takes more than ${DEADLINE_MS / 1000} seconds to read; one line of a method book was expected. Export only the line.`,
      });
    throw error;
  }
}

/** Ends the threads, at the end of a test. */
export async function closeReading(): Promise<void> {
  await holder.mevloReading?.close();
  holder.mevloReading = undefined;
}
