import { stopChild } from './process.mjs';
import { PlainError } from './say.mjs';

/** So long it must live to be taken for one that runs. */
const SHORT_LIFE_MS = 10_000;
/** At the very start, one that ends so often cannot be started at all. */
const MOST_SHORT_LIVES = 5;
const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 10_000;

/**
 * Keeps a process running: one that ends by itself is started again, sooner or later by how long it lived.
 * @param name for people. @param start starts it. @param options `signal`: how it is told to end.
 * @returns `pid()`; `isUp()`, to be called when it works for the first time; `ended`, which rejects when it never does; and `stop()`.
 */
export function keepRunning(name, start, { signal = 'SIGTERM' } = {}) {
  let child;
  let isStopping = false;
  let hasBeenUp = false;
  let shortLives = 0;
  let timer;
  let giveUp;
  const ended = new Promise((_, reject) => {
    giveUp = reject;
  });
  // Whoever starts the application waits for it; later nobody does.
  ended.catch(() => {});
  const begin = () => {
    const startedAt = performance.now();
    child = start();
    child.once('exit', (code, by) => {
      if (isStopping) return;
      shortLives = performance.now() - startedAt < SHORT_LIFE_MS ? shortLives + 1 : 0;
      const how = by ?? `exit ${code}`;
      if (!hasBeenUp && shortLives >= MOST_SHORT_LIVES)
        return giveUp(
          new PlainError(`The ${name} process of Mevlo ends again and again (${how}); see the lines above.`),
        );
      process.stderr.write(`The ${name} process of Mevlo ended by itself (${how}); it is started again.\n`);
      timer = setTimeout(
        begin,
        Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** Math.max(0, shortLives - 1)),
      );
    });
  };
  begin();
  return {
    ended,
    pid: () => child.pid,
    exitCode: () => child.exitCode,
    isUp: () => {
      hasBeenUp = true;
    },
    stop: () => {
      isStopping = true;
      clearTimeout(timer);
      return stopChild(child, signal);
    },
  };
}
