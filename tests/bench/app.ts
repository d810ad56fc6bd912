// How fast the shelf and the writing desk are in a real browser: npm run bench -- app
import { chromium, type Page } from '@playwright/test';
import { sql } from 'kysely';
import type { LineDocument } from '@/core/arranging';
import type { Line, Score } from '@/core/notation';
import { closeDatabase, database } from '@/server/db/connection';
import { insertBook } from '@/server/db/queries/books';
import { insertLine } from '@/server/db/queries/lines';
import { putOnStand } from '@/server/db/queries/music';
import { DEMO_TEACHER } from '@/server/demo/scenario';
import { CHROMIUM } from '../../scripts/lib/chromium.mjs';
import { readBook } from '../support/lines';

const ADDRESS = process.env.MEVLO_ADDRESS!;
const LINES = 2000;
const PRESSES = 60;
const LOADS = 12;
/** A hand at the keyboard is no faster than this. */
const BETWEEN_PRESSES_MS = 250;

async function main(): Promise<void> {
  const teacher = await database()
    .selectFrom('user')
    .select('id')
    .where('email', '=', DEMO_TEACHER.email)
    .executeTakeFirstOrThrow();
  const book = readBook().map(({ line }) => line);
  const desk = await insertBook(teacher.id, 'Bench');
  const eight = book.at(12)!;
  const ids = { 8: await addLine(desk.id, eight), 24: await addLine(desk.id, thrice(eight)) };
  const browser = await chromium.launch(CHROMIUM);
  const page = await browser.newPage({ baseURL: ADDRESS, viewport: { width: 1280, height: 800 } });
  await page.goto('/sign-in');
  await page.getByRole('button', { name: DEMO_TEACHER.name }).click();
  await page.waitForURL(/desk/);
  for (const count of [8, 24] as const) {
    await page.goto(`/shelf/${ids[count]}/write`);
    await page.getByTestId('staff').first().waitFor();
    report(`keystroke to new engraving, ${count} measures`, await keystrokes(page));
  }
  await fillShelf(teacher.id, book);
  await borrowDrawings();
  report(`shelf of ${LINES} lines: to the first list`, await loads(page, '/shelf'));
  report('… to a filtered list', await loads(page, '/shelf?features=ties&instrument=flute'));
  report('… to a searched list', await loads(page, '/shelf?search=17'));
  await browser.close();
}

async function addLine(bookId: string, line: Line): Promise<string> {
  const score: Score = { title: line.title, composer: undefined, parts: [{ ...line.part, id: 'P1' }] };
  const document: LineDocument = { score, derived: [] };
  const id = await insertLine(bookId, document.score.title, JSON.stringify(document));
  await putOnStand(id, document);
  return id;
}

function thrice(line: Line): Line {
  const measures = [0, 1, 2].flatMap((round) =>
    line.part.measures.map((measure, index) => ({
      ...measure,
      number: round * line.part.measures.length + index + 1,
      events: measure.events.map((event) => ({ ...event, id: `r${round}-${event.id}` })),
    })),
  );
  return { ...line, part: { ...line.part, measures } };
}

async function fillShelf(teacherId: string, book: readonly Line[]): Promise<void> {
  const perBook = 100;
  for (let n = 0; n < LINES; n += perBook) {
    const { id } = await insertBook(teacherId, `Shelf ${String(n / perBook).padStart(2, '0')}`);
    for (let index = 0; index < perBook; index++) {
      const line = book[index % book.length]!;
      await addLine(id, { ...line, title: `${line.title} ${n + index}` });
    }
  }
}

/** Lines that differ in their title alone look alike; drawing 2,000 of them would only take the bench an hour. */
async function borrowDrawings(): Promise<void> {
  await sql`insert into engraving (content_hash, drawing, version, engraving)
    select copy.content_hash, engraving.drawing, engraving.version, engraving.engraving
    from music as copy
    join music as original on original.line -> 'part' = copy.line -> 'part'
    join engraving on engraving.content_hash = original.content_hash
    on conflict do nothing`.execute(database());
}

/** Milliseconds from a key to the drawing that shows it. */
async function keystrokes(page: Page): Promise<number[]> {
  const times: number[] = [];
  // The line ends with a rest; the note before it can be moved.
  await page.keyboard.press('ArrowLeft');
  for (let press = 0; press < PRESSES; press++) {
    const milliseconds = await page.evaluate(
      (key) =>
        new Promise<number>((resolve, reject) => {
          setTimeout(() => reject(new Error('no new drawing within 5 s')), 5000);
          const start = performance.now();
          const observer = new MutationObserver((changes) => {
            const isDrawing = changes.some(
              ({ target }) => target instanceof Element && target.closest('[role="img"]'),
            );
            if (!isDrawing) return;
            observer.disconnect();
            resolve(performance.now() - start);
          });
          observer.observe(document.querySelector('main')!, { childList: true, subtree: true });
          window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
        }),
      press % 2 ? 'ArrowUp' : 'ArrowDown',
    );
    // The first presses compile code that later ones use.
    if (press >= 5) times.push(milliseconds);
    await page.waitForTimeout(BETWEEN_PRESSES_MS);
  }
  return times;
}

async function loads(page: Page, path: string): Promise<number[]> {
  const times: number[] = [];
  for (let n = 0; n < LOADS; n++) {
    const start = performance.now();
    await page.goto(path, { waitUntil: 'commit' });
    await page.getByRole('main').locator('li a').first().waitFor();
    times.push(performance.now() - start);
  }
  return times;
}

function report(what: string, times: readonly number[]): void {
  const sorted = times.toSorted((a, b) => a - b);
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(0);
  console.log(`${what.padEnd(46)} median ${at(0.5)} ms, p95 ${at(0.95)} ms (${sorted.length})`);
}

await main();
await closeDatabase();
