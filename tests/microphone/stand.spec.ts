// The stand in a real browser: what it transfers, what it hears, and that it says the same as the school's server.
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { check } from '@/core/checking';
import { USUAL_COUNT_IN } from '@/core/counting';
import { clicksOfLine, renderClicks } from '@/core/playback';
import { readWav, writeWav } from '@/core/signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { database } from '@/server/db/connection';
import { axeFindings } from '../support/axe';
import {
  ADDRESS,
  atStandOf,
  launchWithMicrophone,
  recordToFile,
  seeVerdict,
  weakMeasures,
} from '../support/browser';
import { bookLine } from '../support/lines';

/** Line 5 in its fastest tempo: three clicks of count-in take 2.05 s. */
const BPM = 88;
const LEAD_SECONDS = 3.6;

/** Keeps what the ear says, and when. */
async function watchEar(context: BrowserContext): Promise<void> {
  await context.addInitScript(() => {
    const said: { kind: string; levelDb?: number; at: number; json: string }[] = [];
    Object.assign(window, { earSaid: said });
    const Original = window.Worker;
    window.Worker = class extends Original {
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options);
        this.addEventListener('message', ({ data }) => {
          const check = data?.check ?? data?.ended?.check;
          if (data?.kind !== 'now' && !check) return;
          const kind = check ? 'checked' : data.kind;
          const json = check ? JSON.stringify(check.verdict) : '';
          said.push({ kind, levelDb: data.levelDb, at: performance.now(), json });
        });
      }
    };
  });
}

/** A recording is served in pieces. */
async function wholeSound(page: Page, href: string): Promise<Buffer> {
  const pieces: Buffer[] = [];
  for (let from = 0; ; ) {
    const response = await page.request.get(`/api${href}/audio`, { headers: { Range: `bytes=${from}-` } });
    const piece = await response.body();
    pieces.push(piece);
    from += piece.length;
    const total = Number(/\/(\d+)$/.exec(response.headers()['content-range'] ?? '')?.[1] ?? from);
    if (from >= total) return Buffer.concat(pieces);
  }
}

test('own ears first, then the ledger at once; one touch leads to practice; the server says the same to the byte', async () => {
  test.setTimeout(180_000);
  const flaw = { kind: 'wrong', noteId: 'm4n1', semitones: 2 } as const;
  const browser = await launchWithMicrophone(recordToFile(5, BPM, LEAD_SECONDS, [flaw]));
  try {
    const context = await browser.newContext({ baseURL: ADDRESS, viewport: { width: 1280, height: 800 } });
    await watchEar(context);
    const page = await atStandOf(context, 'wren', /5 Kettle Song/, BPM);
    await page.getByLabel('Show the note I play').check();
    await page.keyboard.press('Space');
    await expect(page.getByText('Play!')).toBeVisible({ timeout: 20_000 });
    await expect(page.getByTestId('heard-note')).toContainText(/[A-G]/, { timeout: 10_000 });
    // No verdict while the student is still playing.
    await expect(page.locator('[data-measure]')).toHaveCount(0);
    await page.getByRole('heading', { name: /Your own ears first/ }).waitFor({ timeout: 60_000 });
    await expect(page.locator('[data-measure]')).toHaveCount(0);
    expect(await axeFindings(page)).toEqual([]);
    const waited = await page.evaluate(() => {
      const { earSaid } = window as unknown as { earSaid: { kind: string; levelDb?: number; at: number }[] };
      const loud = earSaid.findLast(({ kind, levelDb }) => kind === 'now' && (levelDb ?? -120) > -40)!;
      return performance.now() && earSaid.findLast(({ kind }) => kind === 'checked')!.at - loud.at;
    });
    console.log(`from the last sound to the verdict: ${Math.round(waited)} ms`);
    const groups = page.getByRole('main').getByRole('group');
    for (const [index, mark] of [9, 9, 8, 10, 6].entries()) {
      await groups.nth(index).getByText(`${mark}`, { exact: true }).click();
    }
    await page.getByRole('button', { name: 'Now show me' }).click();
    await page.getByTestId('next-step').waitFor();
    expect((await weakMeasures(page)).some((weak) => weak.startsWith('4 notes'))).toBe(true);
    const row = page.getByRole('row', { name: /Notes/ });
    await expect(row.getByRole('cell').first()).toHaveText('9');
    const onDevice = await page.evaluate(
      () =>
        (window as unknown as { earSaid: { json: string }[] }).earSaid.findLast(({ json }) => json !== '')!
          .json,
    );
    // One touch: the weak measure with the note before it, slower.
    // A busy machine's holes may make a neighbour weak, too.
    await page.getByRole('button', { name: /measure (\d to )?4( to \d)? at/ }).click({ timeout: 15_000 });
    await expect(page.getByText('Mevlo plays …')).toBeVisible({ timeout: 20_000 });
    const bar = page.getByRole('region', { name: 'While it plays' });
    await expect(bar.getByText(/^= (80|76|72)$/)).toBeVisible();
    await page.keyboard.press('Space');
    await page.goto('/practice');
    // The take waits where it was kept, and is handed in from there.
    await page.getByRole('heading', { name: 'On this device' }).waitFor();
    await page
      .getByRole('listitem')
      .filter({ hasText: 'kept on this device' })
      .getByRole('button', { name: 'Hand in' })
      .first()
      .click();
    await expect(page.getByRole('heading', { name: 'On this device' })).toHaveCount(0, { timeout: 30_000 });
    await page.reload();
    const take = page.locator('a[href^="/takes/"]').first();
    const href = (await take.getAttribute('href'))!;
    await take.click();
    await page.getByTestId('next-step').waitFor({ timeout: 60_000 });
    const sound = readWav(await wholeSound(page, href));
    if (!sound.ok) throw new Error('the recording could not be read');
    expect(JSON.stringify(check(bookLine(5), sound.value, BPM).verdict)).toBe(onDevice);
  } finally {
    await browser.close();
  }
});

test('a loudspeaker that the microphone hears is measured in the count-in, taken off, and said', async () => {
  test.setTimeout(180_000);
  // The line's own clicks, as they come back through the air about a tenth of a second after they were played, far
  // louder than a child would like, and the playing to them.
  const line = bookLine(5);
  const returned = 0.7;
  const { clicks, countInSeconds } = clicksOfLine(line, BPM, USUAL_COUNT_IN);
  const leadSeconds = returned + countInSeconds;
  const playing = perform(line, { ...STEADY_STYLE, seed: 8, bpm: BPM, leadSeconds });
  const sound = render({ ...playing, durationSeconds: playing.durationSeconds + 5 }, 'flute', {
    ...QUIET_ROOM,
    seed: 8,
  });
  const placed = clicks.map(({ seconds, kind }) => ({ kind, seconds: returned + seconds }));
  const heard = renderClicks(placed, sound.sampleRate, sound.samples.length / sound.sampleRate).samples;
  const path = join(mkdtempSync(join(tmpdir(), 'mevlo-mic-')), 'take.wav');
  const samples = sound.samples.map((sample, n) => sample + 0.1 * (heard[n] ?? 0));
  writeFileSync(path, writeWav({ ...sound, samples }));
  const browser = await launchWithMicrophone(path);
  try {
    const context = await browser.newContext({ baseURL: ADDRESS, viewport: { width: 1280, height: 800 } });
    await watchEar(context);
    const page = await atStandOf(context, 'wren', /5 Kettle Song/, BPM);
    await page.keyboard.press('Space');
    await seeVerdict(page);
    await expect(page.getByText('The microphone heard the click, too.')).toBeVisible();
    expect(await weakMeasures(page)).toEqual([]);
    const onDevice = await page.evaluate(
      () =>
        (window as unknown as { earSaid: { json: string }[] }).earSaid.findLast(({ json }) => json !== '')!
          .json,
    );
    await page.getByRole('button', { name: 'Hand in' }).click();
    await expect(page).toHaveURL(/\/takes\//, { timeout: 30_000 });
    await page.getByTestId('next-step').waitFor({ timeout: 60_000 });
    const take = await database()
      .selectFrom('take')
      .innerJoin('take_check', 'take_check.take_id', 'take.id')
      .select(['take.alongside', 'take_check.verdict'])
      .where('take.id', '=', page.url().split('/').at(-1)!)
      .executeTakeFirstOrThrow();
    expect(take.alongside!.path.roundTripSeconds).toBeGreaterThan(0.005);
    expect(take.alongside!.path.roundTripSeconds).toBeLessThan(0.4);
    // The school's server took it off in the same way.
    expect(take.verdict).toEqual(JSON.parse(onDevice));
    await page.getByRole('link', { name: 'Back to the stand' }).click();
    await page.getByText('Sounds and loudness').click();
    await expect(page.getByTestId('round-trip')).toContainText(
      `${Math.round(1000 * take.alongside!.path.roundTripSeconds)} ms`,
    );
  } finally {
    await browser.close();
  }
});
