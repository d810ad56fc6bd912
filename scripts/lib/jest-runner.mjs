// Jest in plain Node, each worker a process: jest-light-runner, but for how a worker learns of its project. There all workers share one set of
// listeners; the first to ask answers for all and empties it, and a worker that was not listening yet waits for ever (one run in about ten).
import { createRunner } from 'jest-light-runner';
import Tinypool from 'tinypool';

const ASKS = 'jest-light-runner-get-worker-data';
const ANSWERS = 'jest-light-runner-worker-data';

export default class Runner extends createRunner({ runtime: 'child_process' }) {
  _runTest(test) {
    const { config } = test.context;
    if (!this._testRunners.has(config)) this._testRunners.set(config, runnerFor(this._globalConfig, config));
    return super._runTest(test);
  }
}

function runnerFor(globalConfig, projectConfig) {
  const pool = new Tinypool({
    filename: new URL('./worker-runner.js', import.meta.resolve('jest-light-runner')).href,
    runtime: 'child_process',
    minThreads: globalConfig.maxWorkers,
    maxThreads: globalConfig.maxWorkers,
    env: process.env,
    trackUnmanagedFds: false,
  });
  const workerData = { globalConfig, projectConfig, runtime: 'child_process' };
  return { pool, run: ({ path }) => pool.run(path, { channel: channelWith(workerData) }) };
}

/** Between the pool and the one worker that runs a file. */
function channelWith(workerData) {
  let tell;
  return {
    onMessage(listener) {
      tell = listener;
    },
    postMessage(message) {
      if (message === ASKS) tell({ type: ANSWERS, workerData });
    },
  };
}
