import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import { stateOfQueue } from '@/server/db/queries/installation';

const registry = new Registry();
collectDefaultMetrics({ register: registry, prefix: 'mevlo_' });

const answers = new Histogram({
  name: 'mevlo_http_answer_seconds',
  help: 'Time until a request was answered',
  labelNames: ['method', 'area', 'status'],
  buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10],
  registers: [registry],
});
const waiting = new Gauge({
  name: 'mevlo_takes_waiting',
  help: 'Takes that wait for their check',
  registers: [registry],
});
const oldest = new Gauge({
  name: 'mevlo_oldest_waiting_seconds',
  help: 'How long the take that waits longest has waited',
  registers: [registry],
});
const failed = new Gauge({
  name: 'mevlo_checks_failed',
  help: 'Takes of the last day whose check went wrong',
  registers: [registry],
});
const jobs = new Gauge({
  name: 'mevlo_jobs',
  help: 'Jobs by queue and state',
  labelNames: ['queue', 'state'],
  registers: [registry],
});

/** Notes that a request was answered. @param area first part of its path: whole paths are without number. */
export function noteAnswer(method: string, path: string, status: number, seconds: number): void {
  const area = /^\/([a-z-]*)/.exec(path)?.[1] ?? '';
  answers.observe({ method, area, status: `${Math.floor(status / 100)}xx` }, seconds);
}

/** Everything that is measured, in Prometheus' text format. */
export async function metrics(): Promise<{ readonly type: string; readonly text: string }> {
  const state = await stateOfQueue();
  waiting.set(state.waiting);
  oldest.set(state.oldestWaitingSeconds);
  failed.set(state.failedToday);
  jobs.reset();
  for (const { queue, state: name, count } of state.jobs) jobs.set({ queue, state: name }, count);
  return { type: registry.contentType, text: await registry.metrics() };
}

/** A take that waits for so long is waited for by nobody but us: no worker is at it. */
const LONGEST_WAIT_SECONDS = 300;

/** Whether this process can do its work: the database answers, and takes are checked. @returns what is wrong; undefined when nothing is. */
export async function whyNotReady(): Promise<string | undefined> {
  try {
    const { oldestWaitingSeconds } = await stateOfQueue();
    return oldestWaitingSeconds > LONGEST_WAIT_SECONDS
      ? `A take has waited for ${Math.round(oldestWaitingSeconds)} s: is there a worker?`
      : undefined;
  } catch {
    return 'The database does not answer.';
  }
}
