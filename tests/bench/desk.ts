// How fast the desk is on a school term, in a real browser: npm run bench -- desk
import { chromium, type Page } from '@playwright/test';
import { sql } from 'kysely';
import { closeDatabase, database } from '@/server/db/connection';
import { CHROMIUM } from '../../scripts/lib/chromium.mjs';
import { TERM_TEACHER } from './term-teacher';

const ADDRESS = process.env.MEVLO_ADDRESS!;
const LOADS = 15;
const DESK = 'main li a';
const BOARD = 'table tbody tr:last-child td:last-child';
const TAKE = '[data-measure]';
// What stands last on these pages.
const CLASS = 'main a[href$="/pace"]';
const ROSTER = 'main a[href^="/api/classes/"]';
const GIVEN = 'main a[href*="format=ics"]';
const SHELF = 'main a[href="/shelf/bin"]';

declare global {
  interface Window {
    /** By selector. */
    shownAtMs?: Record<string, number>;
  }
}

async function main(): Promise<void> {
  const [size, marked, biggest] = await Promise.all([
    sql<{ classes: string; students: string; lines: string; takes: string; recordings: string }>`
      select (select count(*) from class) as classes, (select count(*) from class_student) as students,
        (select count(*) from line) as lines, (select count(*) from take) as takes,
        (select count(*) from take where audio is not null) as recordings`.execute(database()),
    sql<{ count: string }>`select count(*) from take_check where remark is not null`.execute(database()),
    database().selectFrom('class').select(['id', 'name']).orderBy('name', 'desc').execute(),
  ]);
  const { classes, students, lines, takes, recordings } = size.rows[0]!;
  console.log(
    `${classes} classes, ${students} students, ${lines} lines, ${takes} takes, ${recordings} recordings`,
  );
  console.log(`honest takes marked "please listen": ${marked.rows[0]!.count} of ${takes}`);
  const browser = await chromium.launch(CHROMIUM);
  const page = await browser.newPage({ baseURL: ADDRESS, viewport: { width: 1280, height: 800 } });
  await page.addInitScript(noteWhenShown, [DESK, BOARD, TAKE, CLASS, ROSTER, GIVEN, SHELF]);
  await page.goto('/sign-in');
  await page.getByRole('tab', { name: 'I teach' }).click();
  await page.getByLabel('E-mail').fill(TERM_TEACHER.email);
  await page.getByLabel('Password').fill(TERM_TEACHER.password);
  await page.getByRole('button', { name: 'Come in' }).click();
  await page.waitForURL(/desk/);
  const board = biggest.find(({ name }) => name.startsWith('Year four'))!;
  await report('desk with the queue', page, '/desk', DESK, 500);
  await report(`board of ${board.name}`, page, `/classes/${board.id}/board`, BOARD, 500);
  await report(`class page of ${board.name}`, page, `/classes/${board.id}`, CLASS, 500);
  await report(`roster of ${board.name}`, page, `/classes/${board.id}/roster`, ROSTER, 500);
  const given = await database()
    .selectFrom('assignment')
    .select('id')
    .where('class_id', '=', board.id)
    .orderBy('due_on')
    .executeTakeFirstOrThrow();
  await report('a line given out to it', page, `/given/${given.id}`, GIVEN, 500);
  await report('shelf', page, '/shelf', SHELF, 500);
  await page.goto('/desk');
  const take = await page.getByRole('link', { name: 'Hear them one by one' }).getAttribute('href');
  await report('a take of the queue', page, take!, TAKE, 500);
  await browser.close();
}

async function report(
  what: string,
  page: Page,
  path: string,
  wanted: string,
  budgetMs: number,
): Promise<void> {
  const times: number[] = [];
  const sent: number[] = [];
  for (let n = 0; n < LOADS; n++) {
    await page.goto(path, { waitUntil: 'commit' });
    times.push(await shownAfterMs(page, wanted));
    // Nobody opens a page while the one before still fetches what its links lead to.
    await page.waitForLoadState('networkidle');
    sent.push(await page.evaluate(() => performance.getEntriesByType('navigation')[0]!.toJSON().responseEnd));
  }
  times.sort((a, b) => a - b);
  sent.sort((a, b) => a - b);
  const middle = times[times.length >> 1]!;
  console.log(
    `${what}: median ${middle.toFixed(0)} ms, worst ${times.at(-1)!.toFixed(0)} ms, the page sent after ${sent[sent.length >> 1]!.toFixed(0)} ms (budget ${budgetMs} ms, ${middle <= budgetMs ? 'met' : 'missed'})`,
  );
}

/** Since the address was entered, by the page's own clock: when the first frame was painted that holds what is wanted. */
async function shownAfterMs(page: Page, wanted: string): Promise<number> {
  for (const patienceEnds = Date.now() + 30_000; Date.now() < patienceEnds; ) {
    const shownAt = await page.evaluate((selector) => window.shownAtMs?.[selector], wanted);
    if (shownAt !== undefined) return shownAt;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  throw new Error(`no "${wanted}" on ${page.url()} within half a minute`);
}

/** Runs in every page before its own scripts. */
function noteWhenShown(wanted: readonly string[]): void {
  const shownAtMs: Record<string, number> = {};
  window.shownAtMs = shownAtMs;
  const seen = new Set<string>();
  new MutationObserver(() => {
    for (const selector of wanted) {
      if (seen.has(selector) || !document.querySelector(selector)) continue;
      seen.add(selector);
      // What is asked for before a frame runs right before it is painted, a task asked for there right after.
      requestAnimationFrame(() =>
        setTimeout(() => {
          shownAtMs[selector] = performance.now();
        }),
      );
    }
  }).observe(document, { childList: true, subtree: true });
}

await main();
await closeDatabase();
