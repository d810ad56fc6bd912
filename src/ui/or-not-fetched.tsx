import type { ComponentType } from 'react';

/**
 * Keeps the page when a part of it cannot be fetched, offline say: what was typed elsewhere on it is worth more.
 * @example dynamic(() => orNotFetched(import('./chart').then(({ Chart }) => Chart)), { ssr: false })
 */
export const orNotFetched = <Props,>(part: Promise<ComponentType<Props>>): Promise<ComponentType<Props>> =>
  part.catch((error: unknown) => {
    // Whoever listens on the page tells the school of it.
    globalThis.reportError?.(error);
    return NotFetched;
  });

function NotFetched() {
  return (
    <p className="text-base text-faint">
      This part could not be fetched. It is there when you open the page again.
    </p>
  );
}
