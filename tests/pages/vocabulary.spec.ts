import { expect, type Page, test } from '@playwright/test';
import { Client } from 'pg';
import { DATABASE_URL, signInStudent, signInTeacher } from '../support/browser';

// Common practice: what the two vocabularies call things. A "bar" is also drawn in a chart, so it is no American mistake.
const AMERICAN =
  /\b(measures?|half[- ]steps?|(quarter|eighth|half|whole|sixteenth) (notes?|rests?)|(quarter|eighth|half|whole|sixteenth):|eighths|pickup)\b/gi;
const BRITISH = /\b(bars? \d+|crotchets?|quavers?|minims?|semibreves?|semitones?|anacrusis)\b/gi;

async function inEveryClass<Result>(vocabulary: 'us' | 'uk', work: () => Promise<Result>): Promise<Result> {
  const client = new Client({ connectionString: DATABASE_URL });
  await client.connect();
  try {
    await client.query('update class set vocabulary = $1', [vocabulary]);
    return await work();
  } finally {
    await client.query("update class set vocabulary = 'us'");
    await client.end();
  }
}

/** Everything that is read on a page or read aloud from it, but for what people have written themselves. */
const said = (page: Page) =>
  page.evaluate(() => {
    // The choice between the two vocabularies has both.
    const own = '[class*="whitespace-pre-line"], [data-own-words], textarea, input, select:has([value="uk"])';
    const words = [...document.querySelectorAll('main, nav, header')]
      .map((element) => {
        const copy = element.cloneNode(true) as Element;
        for (const one of copy.querySelectorAll(`${own}, script, style`)) one.remove();
        const named = [...copy.querySelectorAll('[aria-label]')].map((one) => one.getAttribute('aria-label'));
        return [copy.textContent, ...named].join(' | ');
      })
      .join(' | ');
    return words;
  });

async function mistakes(page: Page, address: string, other: RegExp): Promise<string[]> {
  await page.goto(address);
  await page.waitForLoadState('networkidle');
  const text = await said(page);
  return [...text.matchAll(other)].map(
    ({ index }) => `${address}: … ${text.slice(Math.max(0, index - 40), index + 40)} …`,
  );
}

async function addressesOf(page: Page, from: string, link: string): Promise<string> {
  await page.goto(from);
  return new URL((await page.locator(`a[href^="${link}"]`).first().getAttribute('href'))!, page.url())
    .pathname;
}

for (const [vocabulary, other] of [
  ['uk', AMERICAN],
  ['us', BRITISH],
] as const) {
  test(`every page speaks as the class does: ${vocabulary}`, async ({ browser, baseURL }) => {
    test.setTimeout(400_000);
    await inEveryClass(vocabulary, async () => {
      const teacher = await signInTeacher(await browser.newContext({ baseURL }));
      const classPage = await addressesOf(teacher, '/classes', '/classes/');
      const linePage = await addressesOf(teacher, '/shelf', '/shelf/');
      const takePage = await addressesOf(teacher, '/desk', '/takes/');
      const found: string[] = [];
      const givenPage = await addressesOf(teacher, '/desk', '/given/');
      const studentPage = await addressesOf(teacher, `${classPage}/roster`, '/students/');
      for (const address of [
        ...['/desk', '/classes', '/shelf', '/plans', '/metronome', takePage, studentPage],
        ...['', '/board', '/pace', '/roster'].map((place) => `${classPage}${place}`),
        ...['', '/study', '/write', '/trial'].map((place) => `${linePage}${place}`),
        ...[givenPage, `${givenPage}/plan`, `/shelf/print?line=${linePage.split('/').at(-1)}&pencil=yes`],
      ])
        found.push(...(await mistakes(teacher, address, other)));
      const student = await signInStudent(await browser.newContext({ baseURL }), 'ida');
      const stand = await addressesOf(student, '/practice', '/practice/');
      for (const address of ['/practice', '/my-record', stand, `${stand}/study`])
        found.push(...(await mistakes(student, address, other)));
      expect(found).toEqual([]);
    });
  });
}
