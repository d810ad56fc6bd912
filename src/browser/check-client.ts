import type { Check } from '@/core/checking';
import type { CheckReply, CheckRequest } from '@/workers/check.worker';

/** Checks a take on this device, off the page's thread. @throws Error when the check fails. */
export function checkOnDevice(request: CheckRequest): Promise<Check> {
  const worker = new Worker(new URL('../workers/check.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<Check>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<CheckReply>) =>
      data.ok ? resolve(data.check) : reject(new Error(data.problem));
    worker.onerror = (event) => reject(new Error(event.message));
    worker.postMessage(request);
  }).finally(() => worker.terminate());
}
