import type { SimulatedTake, SimulationRequest } from '@/workers/simulate.worker';

export type { SimulatedTake, SimulationRequest };

/** Lets the simulated student play and be checked, off the page's thread. */
export function simulateOnDevice(request: SimulationRequest): Promise<SimulatedTake> {
  const worker = new Worker(new URL('../workers/simulate.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<SimulatedTake>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<SimulatedTake>) => resolve(data);
    worker.onerror = (event) => reject(new Error(event.message));
    worker.postMessage(request);
  }).finally(() => worker.terminate());
}
