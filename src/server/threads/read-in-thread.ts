import { availableParallelism, loadavg } from 'node:os';
import pLimit from 'p-limit';
import type { Piscina } from 'piscina';
import { failure, type Result } from '@/core/base';
import { newThreads } from './pool';
import type { ReadLine } from './read-task';

/** So long may one file take; a line takes a few hundredths of it. */
const DEADLINE_MS = 5000;
/** Where more wants to be done than can be, a file waits between its steps, and that is not its fault either. */
const BUSY_LOAD_PER_CORE = 2;
const BUSY_DEADLINE_MS = 20_000;

const deadlineNow = () =>
  loadavg()[0]! > BUSY_LOAD_PER_CORE * availableParallelism() ? BUSY_DEADLINE_MS : DEADLINE_MS;
const THREADS = 2;
/** A file waits for its turn, and only then its time begins. */
const turn = pLimit(THREADS);

const holder = globalThis as typeof globalThis & { mevloReading?: Piscina };

/** Reads a file of music beside everything else that this process does: whoever looks at a page does not wait for it. */
export const readInThread = (bytes: Uint8Array): Promise<Result<ReadLine>> => turn(() => readNow(bytes));

async function readNow(bytes: Uint8Array): Promise<Result<ReadLine>> {
  holder.mevloReading ??= newThreads('read-task', THREADS);
  const threads = holder.mevloReading;
  // Starting a thread may take long on a busy machine, and is not the file's fault.
  await threads.run(new Uint8Array());
  const deadlineMs = deadlineNow();
  const signal = AbortSignal.timeout(deadlineMs);
  try {
    return await threads.run(bytes, { signal });
  } catch (error) {
    if (!signal.aborted) throw error;
    return failure({
      code: 'too-slow',
      message: `This file takes more than ${deadlineMs / 1000} seconds to read; one line of a method book was expected. Export only the line.`,
    });
  }
}

/** Ends the threads, at the end of a test. */
export async function closeReading(): Promise<void> {
  await holder.mevloReading?.destroy();
  holder.mevloReading = undefined;
}
