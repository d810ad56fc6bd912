// Runs beside the pages: opens what was opened before when there is no connection. Bundled by scripts/lib/build.mjs.
/// <reference lib="webworker" />

declare const self: ServiceWorkerGlobalScope;
/** Changes with every build: pages and their files belong together. */
declare const BUILD: string;

export interface PageToKeep {
  readonly kind: 'keep';
  /** Addresses. */
  readonly pages: readonly string[];
  readonly files: readonly string[];
}
type Message = PageToKeep | { readonly kind: 'forget' };

const FILES = `mevlo-files-${BUILD}`;
const PAGES = `mevlo-pages-${BUILD}`;
/** Only what a student opens; nothing of teachers stays on a device. */
const KEPT_PAGES = /^\/(practice|metronome)(\/|$)/;
const KEPT_FILES = /^\/(_next\/static|worklets|sounds|icons)\//;

self.addEventListener('install', (event) => {
  event.waitUntil(self.skipWaiting());
});

self.addEventListener('activate', (event) => {
  const tidy = async () => {
    const names = await caches.keys();
    const old = names.filter((name) => name.startsWith('mevlo-') && name !== FILES && name !== PAGES);
    await Promise.all(old.map((name) => caches.delete(name)));
    await self.clients.claim();
  };
  event.waitUntil(tidy());
});

self.addEventListener('message', (event) => {
  const message = event.data as Message;
  event.waitUntil(message.kind === 'keep' ? keep(message) : caches.delete(PAGES));
});

async function keep({ pages, files }: PageToKeep): Promise<void> {
  const cache = await caches.open(FILES);
  const missing: string[] = [];
  for (const file of files) if (!(await cache.match(file))) missing.push(file);
  await Promise.allSettled(missing.map((file) => cache.add(file)));
  for (const page of pages.filter((address) => KEPT_PAGES.test(new URL(address).pathname))) {
    await keepPage(page, await fetch(page, { credentials: 'same-origin' }));
  }
}

async function keepPage(page: string, response: Response): Promise<void> {
  // Signed out, or gone: not what was asked for.
  if (!response.ok || response.redirected) return;
  const cache = await caches.open(PAGES);
  await cache.put(page, response.clone());
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (KEPT_FILES.test(url.pathname)) event.respondWith(fileFirstFromCache(request));
  else if (request.mode === 'navigate') event.respondWith(pageFirstFromNetwork(request));
});

/** Files have their content in their name, or change only with a build. */
async function fileFirstFromCache(request: Request): Promise<Response> {
  const cache = await caches.open(FILES);
  const kept = await cache.match(request);
  const response = kept ?? (await fetch(request));
  if (!kept && response.status === 200) await cache.put(request, response.clone());
  return request.destination === 'worker' ? withoutAddress(response) : response;
}

/**
 * A worker takes the address of its script from the response, and what follows the "#" in it is lost there; the bundler
 * says in that part which files make up the worker. A response without an address leaves the worker's own.
 */
function withoutAddress({ body, status, headers }: Response): Response {
  return new Response(body, { status, headers });
}

async function pageFirstFromNetwork(request: Request): Promise<Response> {
  try {
    const response = await fetch(request);
    if (KEPT_PAGES.test(new URL(request.url).pathname)) await keepPage(request.url, response);
    return response;
  } catch {
    const cache = await caches.open(PAGES);
    const kept = (await cache.match(request)) ?? (await cache.match(request, { ignoreSearch: true }));
    return kept ?? (await notKept(cache));
  }
}

/** Says so, and where one can go. */
async function notKept(cache: Cache): Promise<Response> {
  const pages = await Promise.all(
    (await cache.keys()).map(async ({ url }) => {
      const html = await (await cache.match(url))!.text();
      const heading = /<h1[^>]*>(.*?)<\/h1>/s.exec(html)?.[1]?.replace(/<[^>]*>/g, '') ?? '';
      return { path: new URL(url).pathname, heading };
    }),
  );
  const links = pages
    .filter(({ heading }) => heading !== '')
    .map(({ path, heading }) => `<li><a href="${path}">${heading}</a></li>`)
    .join('');
  const body = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Offline · Mevlo</title><body style="font:1.2rem system-ui;margin:2rem;color:#23262e;background:#fdfaf3">
<h1>You are offline</h1><p>This page was not opened on this device before. What was opened is here:</p><ul>${links}</ul></body></html>`;
  return new Response(body, { status: 503, headers: { 'Content-Type': 'text/html; charset=utf-8' } });
}
