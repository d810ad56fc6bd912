import type { Result } from '@/core/base';
import { failure } from '@/core/base';
import type { ReadPageOfLines, ReadPageReply, ReadPageRequest, ReadPiece } from '@/workers/read-page.worker';
import { askWorker } from './ask-worker';

export type { ReadPageOfLines, ReadPiece };

/** A file that takes longer is no page of a book. */
const DEADLINE_MS = 20_000;

/** Reads the lines of a file off the page's thread. Nothing is sent anywhere. */
export async function readPageOnDevice(request: ReadPageRequest): Promise<Result<ReadPageOfLines>> {
  const worker = new Worker(new URL('../workers/read-page.worker.ts', import.meta.url), { type: 'module' });
  const overdue = new Promise<ReadPageReply>((resolve) => {
    setTimeout(() => resolve({ problem: 'it takes longer than 20 seconds' }), DEADLINE_MS);
  });
  try {
    const reply = await Promise.race([askWorker<ReadPageRequest, ReadPageReply>(worker, request), overdue]);
    return 'problem' in reply ? failure(notRead(reply.problem)) : reply;
  } catch (error) {
    return failure(notRead(error instanceof Error ? error.message : String(error)));
  } finally {
    worker.terminate();
  }
}

const notRead = (problem: string) => ({
  code: 'not-read',
  message: `This file could not be read (${problem}). Export it again, or a few lines of it at a time.`,
});
