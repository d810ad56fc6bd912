import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, type BrowserContext, chromium, expect, type Page } from '@playwright/test';
import { severalAtOnce } from '@/core/checking';
import type { Line } from '@/core/notation';
import { writeWav } from '@/core/signal';
import { type Flaw, performVoices, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { DEMO_CLASSES, DEMO_TEACHER } from '@/server/demo/scenario';
import { CHROMIUM, FAKE_MICROPHONE } from '../../scripts/lib/chromium.mjs';
import { bookLine } from './lines';

/** Every worker has an application, and so a school, of its own. */
const PLACE = Number(process.env.TEST_PARALLEL_INDEX ?? 0);
export const ADDRESS = process.env.MEVLO_ADDRESSES!.split(' ')[PLACE]!;
export const DATABASE_URL = process.env.DATABASE_URLS!.split(' ')[PLACE]!;
process.env.DATABASE_URL = DATABASE_URL;

/** A browser whose microphone plays a WAV file once, from the moment it is opened. */
export function launchWithMicrophone(wavPath: string): Promise<Browser> {
  return chromium.launch({
    ...CHROMIUM,
    args: [...CHROMIUM.args, ...FAKE_MICROPHONE, `--use-file-for-fake-audio-capture=${wavPath}%noloop`],
  });
}

/**
 * Records a performance of a line to a file, with silence at its end.
 * @param of a line, or the number of one in the demo book. @param leadSeconds before the first note.
 */
export function recordToFile(
  of: Line | number,
  bpm: number,
  leadSeconds: number,
  flaws: readonly Flaw[],
): string {
  const line = typeof of === 'number' ? bookLine(of) : of;
  const performance = performVoices(line, { ...STEADY_STYLE, seed: 8, bpm, leadSeconds }, flaws);
  // The lines of the demo book are played by the class that got them.
  const isPlayers = typeof of !== 'number' || severalAtOnce(line);
  const player = (isPlayers && line.part.instrument) || 'flute';
  const sound = render({ ...performance, durationSeconds: performance.durationSeconds + 5 }, player, {
    ...QUIET_ROOM,
    seed: 8,
  });
  const path = join(mkdtempSync(join(tmpdir(), 'mevlo-mic-')), 'take.wav');
  writeFileSync(path, writeWav(sound));
  return path;
}

export async function signInTeacher(context: BrowserContext): Promise<Page> {
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByRole('tab', { name: 'I teach' }).click();
  await page.getByLabel('E-mail').fill(DEMO_TEACHER.email);
  await page.getByLabel('Password').fill(DEMO_TEACHER.password);
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page).toHaveURL(/\/desk$/);
  return page;
}

/** @param given a page to do it in; undefined for a new one. */
export async function signInStudent(context: BrowserContext, userName: string, given?: Page): Promise<Page> {
  const found = DEMO_CLASSES.flatMap((c) => c.students.map((student) => ({ code: c.code, ...student }))).find(
    (s) => s.userName === userName,
  )!;
  const page = given ?? (await context.newPage());
  await page.goto('/sign-in');
  await page.getByLabel('Class code').fill(found.code);
  await page.getByLabel('User name').fill(found.userName);
  await page.getByLabel('PIN').fill(found.pin);
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page).toHaveURL(/\/practice$/);
  return page;
}

/** Goes on to the verdict without rating the take. */
export async function seeVerdict(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Not this time' }).click({ timeout: 60_000 });
  await page.getByTestId('next-step').waitFor();
}

/** What of a voice needs work, by the places of the measures. */
export const weakOfVoice = (page: Page, voice: string) =>
  page
    .locator(`[data-voice="${voice}"] li [data-needs-work]`)
    .evaluateAll((strips) =>
      strips.flatMap((strip, index) => (strip.getAttribute('data-needs-work') ? [index + 1] : [])),
    );

/** Records whatever the microphone plays at a stand that is open, and waits for the verdict. */
export async function recordAtStand(page: Page): Promise<void> {
  await expect(page.getByRole('button', { name: 'Play and record' })).toBeVisible();
  await page.waitForLoadState('networkidle');
  await page.keyboard.press('Space');
  await expect(page.getByText('Play!')).toBeVisible({ timeout: 20_000 });
  await seeVerdict(page);
}

/** What the ledger says needs work: `2 notes`, `6 rhythm`. */
export async function weakMeasures(page: Page): Promise<string[]> {
  await page.getByTestId('next-step').waitFor();
  return page
    .locator('[data-measure]')
    .evaluateAll((cells) =>
      cells
        .map((cell) => `${cell.getAttribute('data-measure')} ${cell.getAttribute('data-needs-work')}`)
        .filter((text) => /\w$/.test(text) && !/^\d+ $/.test(text)),
    );
}

export async function chooseRung(page: Page, bpm: number): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${bpm} beats a minute`) }).click();
  await expect(page.getByText(`= ${bpm}`)).toBeVisible();
}

/**
 * A student at the stand of one of the lines.
 * @param bpm the rung, whatever was climbed in other checks; undefined for the next one. @param given a page to do it in; undefined for a new one.
 */
export async function atStandOf(
  context: BrowserContext,
  userName: string,
  line: RegExp,
  bpm?: number,
  given?: Page,
): Promise<Page> {
  const page = await signInStudent(context, userName, given);
  await page.getByRole('link', { name: line }).first().click();
  await page.getByRole('button', { name: 'Play and record' }).waitFor();
  await page.waitForLoadState('networkidle');
  if (bpm !== undefined) await chooseRung(page, bpm);
  return page;
}

/** The newest take of a list that has a verdict: what another test handed in may be waiting, or no sound at all. */
export const checkedTake = (page: Page) =>
  page
    .locator('a[href^="/takes/"]')
    .filter({ hasText: /everything right|needs work/ })
    .first();

/** Opens the newest take of a student on a line, from wherever the desk lists it. @returns its address. */
export async function openTake(page: Page, student: string, line: string): Promise<string> {
  const row = page
    .locator('a[href^="/takes/"]')
    .filter({ hasText: student })
    .filter({ hasText: line })
    .first();
  const href = new URL((await row.getAttribute('href'))!, page.url()).pathname;
  await page.goto(href);
  await page.getByTestId('next-step').waitFor();
  return href;
}
