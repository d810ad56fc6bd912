// From an empty installation to the first take of a class of 40 from a list, as a newcomer does it: npm run bench -- first-steps
import { chromium, type Locator, type Page } from '@playwright/test';
import { writeWav } from '@/core/signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { closeDatabase } from '@/server/db/connection';
import { setupCode } from '@/server/db/queries/first-start';
import { CHROMIUM } from '../../scripts/lib/chromium.mjs';
import { bookLine } from '../support/lines';

const ADDRESS = process.env.MEVLO_ADDRESS!;
const STUDENTS = 40;
const LINE = 1;
const BPM = 100;
const PATIENCE_MS = 60_000;

let touches = 0;
/** A touch, or something that is typed or chosen. */
async function touch(deed: Promise<unknown>): Promise<void> {
  touches++;
  await deed;
}
const fill = (field: Locator, text: string) => touch(field.fill(text));
const press = (button: Locator) => touch(button.click());
const alive = (page: Page) => page.waitForLoadState('networkidle');

async function main(): Promise<void> {
  const browser = await chromium.launch(CHROMIUM);
  const start = Date.now();
  const seconds = () => ((Date.now() - start) / 1000).toFixed(1);
  const say = (what: string) => console.log(`${what}: ${touches} touches, ${seconds()} s`);
  const page = await browser.newPage({ baseURL: ADDRESS, viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(PATIENCE_MS);
  await page.goto('/sign-in');
  await alive(page);
  await fill(page.getByLabel('Code'), (await setupCode())!);
  await fill(page.getByLabel('Your name'), 'Ada Moor');
  await fill(page.getByLabel('E-mail'), 'ada.moor@mevlo.example');
  await fill(page.getByLabel('Password'), 'twelve-herons');
  await press(page.getByRole('button', { name: 'Come in' }));
  await page.waitForURL(/desk/);
  say('first account');
  await press(page.getByRole('link', { name: 'Make it' }));
  await page.waitForURL(/classes/);
  await alive(page);
  await fill(page.getByLabel('Name of the class'), 'Year four');
  await press(page.getByRole('button', { name: 'Make the class' }));
  await press(page.getByRole('link', { name: /^Roster/ }));
  await page.waitForURL(/roster/);
  await alive(page);
  const list = Array.from(
    { length: STUDENTS },
    (_, n) => `Student ${String.fromCharCode(65 + (n % 26))}${n + 1}, Flute`,
  );
  await fill(page.getByLabel('or paste the names'), list.join('\n'));
  await press(page.getByRole('button', { name: 'Look at the list' }));
  await press(page.getByRole('button', { name: `Take in ${STUDENTS} students` }));
  const card = page.locator('[data-card]').nth(STUDENTS - 1);
  await card.waitFor();
  const [code, userName, pin] = await card.locator('dd').allTextContents();
  say(`class of ${STUDENTS} with cards`);
  await page.goto('/desk');
  await alive(page);
  await press(page.getByRole('link', { name: 'To the shelf' }));
  await page.waitForURL(/shelf/);
  await press(page.getByRole('link', { name: new RegExp(`^${LINE} `) }).first());
  await page.waitForURL(/shelf\/./);
  await alive(page);
  await press(page.getByRole('button', { name: 'Give it out' }));
  await page.waitForURL(/desk\?batch/);
  say('first line given out');
  const student = await (await browser.newContext({ baseURL: ADDRESS })).newPage();
  student.setDefaultTimeout(PATIENCE_MS);
  await student.goto(`/sign-in?${new URLSearchParams({ class: code!, user: userName! })}`);
  await alive(student);
  await fill(student.getByLabel('PIN'), pin!);
  await press(student.getByRole('button', { name: 'Come in' }));
  await student.waitForURL(/practice/);
  await press(student.getByRole('link', { name: new RegExp(`^(new ?)?${LINE} `) }).first());
  await student.waitForURL(/practice\/./);
  await alive(student);
  const sound = render(perform(bookLine(LINE), { ...STEADY_STYLE, seed: 1, bpm: BPM }, []), 'flute', {
    ...QUIET_ROOM,
    sampleRate: 22_050,
    seed: 1,
  });
  await press(student.getByText('I have a recording already'));
  const file = { name: 'take.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav(sound)) };
  await touch(student.getByLabel('Bring in a sound file').setInputFiles(file));
  await student.getByTestId('next-step').waitFor();
  say('first take with its verdict');
  await page.goto('/desk');
  await page.getByText('Waiting for your word (1)').waitFor();
  say('on the teacher’s desk');
  await browser.close();
}

await main();
await closeDatabase();
