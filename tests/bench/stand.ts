// How fast the stand is, on this machine and on one that is four times slower: npm run bench -- stand
import { type Browser, type BrowserContext, chromium, type Page } from '@playwright/test';
import { USUAL_STYLE } from '@/core/counting';
import { compose, type Recipe } from '@/core/recipe';
import { writeWav } from '@/core/signal';
import { performVoices, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { LAYOUT_NAMES } from '@/engraving/engraving';
import { closeDatabase, database } from '@/server/db/connection';
import { insertAssignment } from '@/server/db/queries/assignments';
import { insertLine } from '@/server/db/queries/lines';
import { putOnStand } from '@/server/db/queries/music';
import { engraveLine } from '@/server/jobs/engrave-line';
import { CHROMIUM } from '../../scripts/lib/chromium.mjs';
import { prepareSound, soundBeganAtMs, startSound, withOwnMicrophone } from '../support/own-microphone';
import { PLAIN_RECIPE } from '../support/recipes';

const ADDRESS = process.env.MEVLO_ADDRESS!;
const STUDENT = 'Wren Okoro';
const LOADS = 5;
const TAKES = 5;
const SLOWER = 4;
const TITLE = 'Sixteen for the bench';
const RECIPE: Recipe = {
  ...PLAIN_RECIPE,
  ...{ level: 2, measures: 16, values: ['quarter', 'half', 'eighth'], bpm: 120 },
};
const made = compose(RECIPE, 5);
if (!made.ok) throw new Error(made.issues[0]!.message);
const line = made.value;

/** A line of sixteen measures, given to the student's class and drawn. */
async function giveLine(): Promise<void> {
  const { classId, bookId } = await database()
    .selectFrom('class_student')
    .innerJoin('user', 'user.id', 'class_student.student_id')
    .innerJoin('class', 'class.id', 'class_student.class_id')
    .innerJoin('book', 'book.teacher_id', 'class.teacher_id')
    .select(['class_student.class_id as classId', 'book.id as bookId'])
    .where('user.name', '=', STUDENT)
    .executeTakeFirstOrThrow();
  const document = { score: { title: TITLE, composer: undefined, parts: [line.part] }, derived: [] };
  const lineId = await insertLine(bookId, TITLE, JSON.stringify(document));
  const [hash] = await putOnStand(lineId, document);
  await engraveLine(
    hash!,
    LAYOUT_NAMES.map((layout) => ({ layout, counting: USUAL_STYLE })),
  );
  await insertAssignment({
    ...{
      class_id: classId,
      line_id: lineId,
      start_bpm: RECIPE.bpm,
      goal_bpm: RECIPE.bpm,
      due_on: '2027-06-01',
    },
  });
}

async function signIn(context: BrowserContext): Promise<Page> {
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByRole('button', { name: STUDENT }).click();
  await page.waitForURL(/practice/);
  return page;
}

async function slowDown(page: Page, rate: number): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate });
  await session.send('Network.setCacheDisabled', { cacheDisabled: true });
  await session.send('Network.enable');
  await session.send('Network.setBypassServiceWorker', { bypass: true });
}

/** In text: a function would call helpers of the loader that the page does not have. React has taken the key over: from now on it answers. */
const NOTE_WHEN_ALIVE = `
  requestAnimationFrame(function look() {
    const key = [...document.querySelectorAll('button')].find((one) => one.textContent.includes('Play and record'));
    if (key && Object.keys(key).some((name) => name.startsWith('__reactProps'))) window.aliveAtMs = performance.now();
    else requestAnimationFrame(look);
  });
`;

/**
 * How a take ended: the frame in which the verdict is there was painted before the next one begins. On a busy machine headless Chromium's
 * sound clock stands still now and then; the stand says so, and the take does not count.
 */
const NOTE_WHEN_OVER = `
  window.takeOver = undefined;
  requestAnimationFrame(function look() {
    if (document.querySelector('[data-testid="next-step"]'))
      requestAnimationFrame(() => (window.takeOver = { judgedAtMs: performance.now() }));
    else if ([...document.querySelectorAll('[role="alert"]')].some((one) => one.textContent.includes('stopped its sound')))
      window.takeOver = {};
    else requestAnimationFrame(look);
  });
`;

/** From the address to a main key that answers, nothing of it in the cache. */
async function mainKey(context: BrowserContext, href: string, rate: number): Promise<number> {
  const page = await context.newPage();
  await slowDown(page, rate);
  await page.addInitScript({ content: NOTE_WHEN_ALIVE });
  await page.goto(href);
  const ms = await waitForNote<number>(page, 'aliveAtMs');
  await page.close();
  return ms;
}

async function waitForNote<Note>(page: Page, name: string): Promise<Note> {
  for (let tries = 0; tries < 1200; tries++) {
    const value = await page.evaluate((key) => (window as unknown as Record<string, Note>)[key], name);
    if (value !== undefined) return value;
    await page.waitForTimeout(100);
  }
  throw new Error(`${name} never came`);
}

/** From the end of the last sound to the painted verdict. */
async function verdicts(browser: Browser, href: string, rate: number): Promise<readonly number[]> {
  await database().updateTable('class').set({ own_ears: 'never' }).execute();
  const context = await browser.newContext({ baseURL: ADDRESS, viewport: { width: 820, height: 1180 } });
  const page = await signIn(context);
  // The loader of the benches names functions by a helper of its own.
  await page.addInitScript({ content: 'globalThis.__name = (one) => one;' });
  await withOwnMicrophone(page);
  await page.goto(href);
  await page.getByRole('button', { name: 'Play and record' }).waitFor();
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(4000);
  const style = { ...STEADY_STYLE, seed: 3, bpm: RECIPE.bpm, leadSeconds: 0.02 };
  const performance = performVoices(line, style);
  const sound = render(performance, 'flute', { ...QUIET_ROOM, seed: 3 });
  const { endSeconds } = performance.events.at(-1)!;
  await prepareSound(page, writeWav(sound));
  await slowDown(page, rate);
  const waits: number[] = [];
  for (let tries = 0; waits.length < TAKES && tries < 2 * TAKES; tries++) {
    await page.keyboard.press('Space');
    await page.getByText('Play!').waitFor({ timeout: 30_000 });
    await page.evaluate(NOTE_WHEN_OVER);
    await startSound(page);
    const { judgedAtMs } = await waitForNote<{ readonly judgedAtMs?: number }>(page, 'takeOver');
    if (judgedAtMs === undefined) continue;
    const endedAtMs = (await soundBeganAtMs(page))! + 1000 * endSeconds;
    waits.push(judgedAtMs - endedAtMs);
    await page.waitForTimeout(500);
  }
  await context.close();
  return waits;
}

const say = (name: string, ms: readonly number[], aimMs: number) => {
  const sorted = ms.toSorted((a, b) => a - b);
  const median = sorted[Math.floor(sorted.length / 2)]!;
  console.log(
    `${name}: median ${Math.round(median)} ms, longest ${Math.round(sorted.at(-1)!)} ms of ${ms.length} (aim ${aimMs} ms${median > aimMs ? ': missed' : ''})`,
  );
};

async function main(): Promise<void> {
  await giveLine();
  const browser = await chromium.launch(CHROMIUM);
  const context = await browser.newContext({ baseURL: ADDRESS, viewport: { width: 820, height: 1180 } });
  const page = await signIn(context);
  const href = (await page
    .getByRole('link', { name: new RegExp(TITLE) })
    .first()
    .getAttribute('href'))!;
  for (const rate of [1, SLOWER]) {
    const loads: number[] = [];
    for (let load = 0; load < LOADS; load++) loads.push(await mainKey(context, href, rate));
    say(`cold stand to a main key that answers, ${rate} times slower`, loads, rate === 1 ? 1000 : 2000);
  }
  // The page is slowed, the worker of the ear is not: Chromium slows threads of pages alone.
  for (const rate of [1, SLOWER])
    say(
      `last sound of sixteen measures to the verdict, page ${rate} times slower`,
      await verdicts(browser, href, rate),
      rate === 1 ? 1000 : 2000,
    );
  await browser.close();
  await closeDatabase();
}

await main();
