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

/** What a thread runs: its file as it is built, and as it is written. */
const FILES = { task: 'src/server/threads/task.ts', 'read-task': 'src/server/threads/read-task.ts' } as const;

/** Threads that run a file of their own, and end when they are idle for long. */
export function newThreads(file: keyof typeof FILES, threads: number): Piscina {
  const isDevelopment = process.env.NODE_ENV === 'development';
  return new Piscina({
    filename: join(process.cwd(), isDevelopment ? FILES[file] : `dist/${file}.mjs`),
    ...(isDevelopment && { execArgv: ['--conditions=react-server', '--import', 'tsx'] }),
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
  });
}

/** Threads for work that would hold up everything else. One that throws, hangs or runs out of memory takes nobody with it. */
export class ThreadPool {
  readonly #pool: Piscina;

  constructor({ threads }: { readonly threads: number }) {
    this.#pool = newThreads('task', threads);
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
