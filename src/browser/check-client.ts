import type { Check } from '@/core/checking';
import type { CheckRequest } from '@/workers/check.worker';
import { askWorker } from './ask-worker';

/** Checks a take on this device, off the page's thread. @throws Error when the check fails. */
export function checkOnDevice(request: CheckRequest): Promise<Check> {
  const worker = new Worker(new URL('../workers/check.worker.ts', import.meta.url), { type: 'module' });
  return askWorker<CheckRequest, Check>(worker, request);
}
