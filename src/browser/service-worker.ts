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
const KEPT_PAGES = /^\/(practice|metronome|reading|my-book)(\/|$)/;
const KEPT_FILES = /^\/(_next\/static|worklets|sounds|icons)\//;

self.addEventListener('install', (event) => {
  event.waitUntil(self.skipWaiting());
});

self.addEventListener('activate', (event) => {
  event.waitUntil(self.clients.claim());
});

self.addEventListener('message', (event) => {
  const message = event.data as Message;
  event.waitUntil(message.kind === 'keep' ? keep(message) : forget());
});

const cachesOf = async (prefix: string) => (await caches.keys()).filter((name) => name.startsWith(prefix));

/** All pages of whoever used this device, of whatever build. */
async function forget(): Promise<void> {
  for (const name of await cachesOf('mevlo-pages-')) await caches.delete(name);
}

/**
 * What an earlier build kept stays until this one has kept the same pages: somebody who is offline on the day after an update still finds
 * everything. Its files go with its last page.
 */
async function tidy(page: string): Promise<void> {
  for (const name of await cachesOf('mevlo-pages-')) {
    if (name === PAGES) continue;
    const old = await caches.open(name);
    await old.delete(page);
    if ((await old.keys()).length > 0) continue;
    await caches.delete(name);
    await caches.delete(name.replace('mevlo-pages-', 'mevlo-files-'));
  }
}

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
  await tidy(page);
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
  const response = kept ?? (await fetchedOrOld(request));
  if (!kept && response.status === 200) await cache.put(request, response.clone());
  return request.destination === 'worker' ? withoutAddress(response) : response;
}

/** From the server, else as an earlier build kept it. @throws what fetching threw when nobody has it. */
async function fetchedOrOld(request: Request): Promise<Response> {
  try {
    return await fetch(request);
  } catch (error) {
    const old = await caches.match(request);
    if (old) return old;
    throw error;
  }
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
    // What stands before the school's server says that it is not there.
    if (NOT_THERE.has(response.status)) return (await maybeKept(request)) ?? (await notKept());
    if (KEPT_PAGES.test(new URL(request.url).pathname)) await keepPage(request.url, response);
    return response;
  } catch {
    return (await maybeKept(request)) ?? (await notKept());
  }
}

/** Source: RFC 9110, section 15.6. */
const NOT_THERE = new Set([502, 503, 504]);

/** The page as it was kept: by this build, else by an earlier one. */
async function maybeKept(request: Request): Promise<Response | undefined> {
  const names = [PAGES, ...(await cachesOf('mevlo-pages-'))];
  for (const options of [{}, { ignoreSearch: true }])
    for (const name of names) {
      const kept = await (await caches.open(name)).match(request, options);
      if (kept) return kept;
    }
  return undefined;
}

/** Says so, and where one can go. */
async function notKept(): Promise<Response> {
  const kept: Request[] = [];
  for (const name of await cachesOf('mevlo-pages-')) kept.push(...(await (await caches.open(name)).keys()));
  const pages = await Promise.all(
    [...new Set(kept.map(({ url }) => url))].map(async (url) => {
      const html = await (await caches.match(url))!.text();
      const heading = /<h1[^>]*>(.*?)<\/h1>/s.exec(html)?.[1]?.replace(/<[^>]*>/g, '') ?? '';
      return { path: new URL(url).pathname, heading };
    }),
  );
  const links = pages
    .filter(({ heading }) => heading !== '')
    .map(({ path, heading }) => `<li><a href="${path}">${heading}</a></li>`)
    .join('');
  const title = self.navigator.onLine ? 'The school’s server does not answer' : 'You are offline';
  const body = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${title} · Mevlo</title><body style="font:1.2rem system-ui;margin:2rem;color:#23262e;background:#fdfaf3">
<h1>${title}</h1><p>This page was not opened on this device before. What was opened is here:</p><ul>${links}</ul></body></html>`;
  return new Response(body, { status: 503, headers: { 'Content-Type': 'text/html; charset=utf-8' } });
}
