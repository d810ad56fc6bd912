import type { SimulatedTake, SimulationRequest } from '@/workers/simulate.worker';
import { askWorker } from './ask-worker';

export type { SimulatedTake, SimulationRequest };

/** Lets the simulated student play and be checked, off the page's thread. @throws Error when that fails. */
export function simulateOnDevice(request: SimulationRequest): Promise<SimulatedTake> {
  const worker = new Worker(new URL('../workers/simulate.worker.ts', import.meta.url), { type: 'module' });
  return askWorker<SimulationRequest, SimulatedTake>(worker, request);
}
