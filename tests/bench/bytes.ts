// What every page transfers on a cold cache: npm run bench -- bytes
import { type Browser, type BrowserContext, chromium } from '@playwright/test';
import { DEMO_TEACHER } from '@/server/demo/scenario';
import { CHROMIUM } from '../../scripts/lib/chromium.mjs';

const ADDRESS = process.env.MEVLO_ADDRESS!;
const STUDENT = 'Ida Quill';

interface Measured {
  readonly who: string;
  readonly page: string;
  /** Scripts by their address. Bytes as transferred, compressed. */
  readonly scripts: ReadonlyMap<string, number>;
  readonly bytes: number;
}

async function signedIn(browser: Browser, who: string | undefined): Promise<BrowserContext> {
  const context = await browser.newContext({ baseURL: ADDRESS, viewport: { width: 1280, height: 800 } });
  if (!who) return context;
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByRole('button', { name: who }).click();
  await page.waitForURL(/desk|practice/);
  await page.close();
  return context;
}

/** Loads a page with nothing kept from before. */
async function load(context: BrowserContext, who: string, name: string, path: string): Promise<Measured> {
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.setCacheDisabled', { cacheDisabled: true });
  await session.send('Network.setBypassServiceWorker', { bypass: true });
  const addresses = new Map<string, string>();
  const scripts = new Map<string, number>();
  let bytes = 0;
  session.on('Network.responseReceived', ({ requestId, type, response }) => {
    if (type === 'Script') addresses.set(requestId, response.url);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    bytes += encodedDataLength;
    const address = addresses.get(requestId);
    if (address) scripts.set(address, encodedDataLength);
  });
  await page.goto(path);
  await page.waitForLoadState('networkidle');
  await page.close();
  return { who, page: name, scripts, bytes };
}

/** The address of the first link of a page that a pattern fits. */
async function linkOn(context: BrowserContext, path: string, pattern: RegExp): Promise<string> {
  const page = await context.newPage();
  await page.goto(path);
  const links = await page.locator('a').evaluateAll((all) => all.map((a) => a.getAttribute('href') ?? ''));
  await page.close();
  const found = links.find((href) => pattern.test(href));
  if (!found) throw new Error(`${path} has no link like ${pattern}`);
  return found;
}

const browser = await chromium.launch(CHROMIUM);
const measured: Measured[] = [];
const anybody = await signedIn(browser, undefined);
measured.push(await load(anybody, 'anybody', 'sign-in', '/sign-in'));

const teacher = await signedIn(browser, DEMO_TEACHER.name);
const line = await linkOn(teacher, '/shelf', /^\/shelf\/[0-9a-f-]{36}$/);
const group = await linkOn(teacher, '/classes', /^\/classes\/[0-9a-f-]{36}$/);
const take = await linkOn(teacher, '/desk', /^\/takes\/[0-9a-f-]{36}/);
const given = await linkOn(teacher, '/desk', /^\/given\/[0-9a-f-]{36}$/);
const record = await linkOn(teacher, `${group}/board`, /^\/students\//);
for (const [name, path] of [
  ['desk', '/desk'],
  ['shelf', '/shelf'],
  ['line', line],
  ['look it over', `${line}/study`],
  ['trial', `${line}/trial`],
  ['writing desk', `${line}/write`],
  ['practice sheet', `/shelf/print?line=${line.split('/').at(-1)}`],
  ['plans', '/plans'],
  ['classes', '/classes'],
  ['class', group],
  ['board', `${group}/board`],
  ['pace', `${group}/pace`],
  ['roster', `${group}/roster`],
  ['given out', given],
  ['plan on paper', `${given}/plan`],
  ['take', take],
  ['record', record],
  ['metronome', '/metronome'],
] as const)
  measured.push(await load(teacher, 'teacher', name, path));

const student = await signedIn(browser, STUDENT);
const stand = await linkOn(student, '/practice', /^\/practice\/[0-9a-f-]{36}$/);
const own = await linkOn(student, '/my-record', /^\/takes\/[0-9a-f-]{36}/);
for (const [name, path] of [
  ['my lines', '/practice'],
  ['stand', stand],
  ['look it over', `${stand}/study`],
  ['take', own],
  ['my record', '/my-record'],
  ['metronome', '/metronome'],
] as const)
  measured.push(await load(student, 'student', name, path));
await browser.close();

/** What every page has: the framework. */
const shared = new Set(
  [...measured[0]!.scripts.keys()].filter((address) => measured.every(({ scripts }) => scripts.has(address))),
);
const ownBytes = ({ scripts }: Measured) => total(scripts, (address) => !shared.has(address));
function total(scripts: Measured['scripts'], isCounted: (address: string) => boolean = () => true): number {
  return [...scripts].reduce((sum, [address, bytes]) => (isCounted(address) ? sum + bytes : sum), 0);
}
const kilobytes = (bytes: number) => (bytes / 1000).toFixed(0).padStart(6);
const sum = (of: (one: Measured) => number) => measured.reduce((all, one) => all + of(one), 0);
const row = (own: number, all: number, bytes: number, what: string) =>
  console.log(`${kilobytes(own)}${kilobytes(all)}${kilobytes(bytes)}  ${what}`);
console.log(
  `kB, compressed, cold cache; scripts that every page has: ${kilobytes(total(measured[0]!.scripts, (address) => shared.has(address))).trim()}`,
);
console.log('   own script   all  of all kinds');
for (const one of measured) row(ownBytes(one), total(one.scripts), one.bytes, `${one.who}: ${one.page}`);
row(
  sum(ownBytes),
  sum(({ scripts }) => total(scripts)),
  sum(({ bytes }) => bytes),
  `${measured.length} pages together`,
);
