import { reportProblem } from './report-problem';
import type { PageToKeep } from './service-worker';

const SCRIPT = '/service-worker.js';
/** The page's own scripts and workers are there by then. */
const SETTLED_MS = 2500;

async function worker(): Promise<ServiceWorker | undefined> {
  // While pages are being written, yesterday's would be kept.
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return undefined;
  try {
    await navigator.serviceWorker.register(SCRIPT);
    return (await navigator.serviceWorker.ready).active ?? undefined;
  } catch (error) {
    // Without it everything works as long as there is a connection.
    reportProblem(error, 'starting the service worker');
    return undefined;
  }
}

/** Files that this page has loaded so far and may need again. */
function filesOfPage(): string[] {
  return performance
    .getEntriesByType('resource')
    .map(({ name }) => name)
    .filter((name) => {
      const { origin, pathname } = new URL(name);
      return origin === location.origin && /^\/(_next\/static|worklets|sounds)\//.test(pathname);
    });
}

/** Where a student begins: everything else is found from there. */
const HOME = '/practice';

/** Keeps this page, the student's list and everything they need in the browser, so that they open without a connection. */
export async function keepPage(): Promise<void> {
  const pages = [...new Set([location.href, new URL(HOME, location.href).href])];
  const active = await worker();
  if (!active) return;
  await new Promise((resolve) => setTimeout(resolve, SETTLED_MS));
  const message: PageToKeep = { kind: 'keep', pages, files: filesOfPage() };
  active.postMessage(message);
}

/**
 * Keeps what a page has not loaded yet and will need, once it has settled.
 * @param load loads what only the page itself knows how to load; it passes through the service worker and is kept there.
 */
export async function keepForLater(files: readonly string[], load: () => Promise<void>): Promise<void> {
  const active = await worker();
  // Without one nothing would be kept, and it would be loaded for nothing.
  if (!active || !navigator.serviceWorker.controller) return;
  await new Promise((resolve) => setTimeout(resolve, SETTLED_MS));
  active.postMessage({ kind: 'keep', pages: [], files } satisfies PageToKeep);
  await load().catch((error: unknown) => reportProblem(error, 'loading for later'));
}

/** Throws away the pages that were kept, and leaves the takes alone: they are their student's. */
export async function forgetPages(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  const registration = await navigator.serviceWorker.getRegistration();
  registration?.active?.postMessage({ kind: 'forget' });
}
