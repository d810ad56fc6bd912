import { join } from 'node:path';
import { Piscina } from 'piscina';
import type { TaskName, Tasks } from './tasks';

type Given<Name extends TaskName> = Parameters<Tasks[Name]>;
type Made<Name extends TaskName> = Awaited<ReturnType<Tasks[Name]>>;

/** A thread took longer than it may; it was ended. */
export class Overdue extends Error {}

/** So much its objects may take; samples lie outside of it. */
const MOST_MEGABYTES = 512;
/** A thread that nobody needs ends after this. */
const IDLE_MS = 30_000;

/** Threads for work that would hold up everything else. One that throws, hangs or runs out of memory takes nobody with it. */
export class ThreadPool {
  readonly #pool: Piscina;

  constructor({ threads }: { readonly threads: number }) {
    const isDevelopment = process.env.NODE_ENV === 'development';
    this.#pool = new Piscina({
      filename: join(process.cwd(), isDevelopment ? 'src/server/threads/task.ts' : 'dist/task.mjs'),
      ...(isDevelopment && { execArgv: ['--conditions=react-server', '--import', 'tsx'] }),
      minThreads: 0,
      maxThreads: threads,
      idleTimeout: IDLE_MS,
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
    });
  }

  /**
   * Does a task in a thread.
   * @param deadlineMs from now, waiting for a thread included.
   * @throws what the task throws; Overdue; and Error where the thread ran out of memory.
   * @example await pool.run('engrave', 60_000, line, wish)
   */
  async run<Name extends TaskName>(
    name: Name,
    deadlineMs: number,
    ...given: Given<Name>
  ): Promise<Made<Name>> {
    const signal = AbortSignal.timeout(deadlineMs);
    try {
      return await this.#pool.run({ name, given }, { signal });
    } catch (error) {
      if (signal.aborted)
        throw new Overdue(`"${name}" took longer than ${deadlineMs / 1000} s and was ended.`, {
          cause: error,
        });
      throw error;
    }
  }

  /** Ends all threads, whatever they do. */
  async close(): Promise<void> {
    await this.#pool.destroy();
  }
}
