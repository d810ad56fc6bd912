import type { Audio } from '@/core/signal';
import type { ModelRequest } from '@/workers/model.worker';
import { askWorker } from './ask-worker';

/** The line as it should sound, made off the page's thread. @throws Error when that fails. */
export function renderModelOnDevice(request: ModelRequest): Promise<Audio> {
  const worker = new Worker(new URL('../workers/model.worker.ts', import.meta.url), { type: 'module' });
  return askWorker<ModelRequest, Audio>(worker, request);
}
