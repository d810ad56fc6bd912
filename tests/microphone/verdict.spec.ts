// What comes after playing: own ears once a sitting, the verdict in sight at every size, one line a fault with both sounds beside it, quiet joy.
import { expect, type Page, test } from '@playwright/test';
import { writeWav } from '@/core/signal';
import { type Flaw, performVoices, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { database } from '@/server/db/connection';
import { axeFindings } from '../support/axe';
import { atStandOf } from '../support/browser';
import { bookLine } from '../support/lines';
import { playInto, withOwnMicrophone } from '../support/own-microphone';
import { SIZES } from '../support/sizes';

const LINE = bookLine(5);
const BPM = 88;
const WRONG: readonly Flaw[] = [
  { kind: 'wrong', noteId: 'm4n1', semitones: 2 },
  { kind: 'missing', noteId: 'm2n2' },
];

/** Plays the line as soon as the count-in is over. */
async function playLine(page: Page, flaws: readonly Flaw[]): Promise<void> {
  await expect(page.getByText('Play!')).toBeVisible({ timeout: 20_000 });
  const bar = await page.locator('[data-going-bar]').boundingBox();
  expect(bar!.y + bar!.height).toBeLessThanOrEqual(page.viewportSize()!.height + 1);
  const style = { ...STEADY_STYLE, seed: 8, bpm: BPM, leadSeconds: 0.02 };
  const sound = render(performVoices(LINE, style, flaws), 'flute', { ...QUIET_ROOM, seed: 8 });
  await playInto(page, writeWav(sound));
}

/** How loud the page is by its own clock: whether anything sounds. */
const isOwnSounding = (page: Page) =>
  page.evaluate(() => [...document.querySelectorAll('audio')].some((audio) => !audio.paused));

test('the verdict at five sizes', async ({ page }) => {
  test.setTimeout(300_000);
  await database().updateTable('class').set({ own_ears: 'once-a-sitting' }).execute();
  try {
    await withOwnMicrophone(page);
    const stand = await atStandOf(page.context(), 'wren', /5 Kettle Song/, BPM, page);
    for (const [index, { name, ...viewport }] of SIZES.entries()) {
      await test.step(name, async () => {
        await stand.setViewportSize(viewport);
        await stand.keyboard.press('Space');
        await playLine(stand, WRONG);
        if (index === 0) {
          await stand.getByRole('heading', { name: /Your own ears first/ }).waitFor({ timeout: 60_000 });
          await expect(stand.getByRole('region', { name: /Your own ears first/ }).first()).toBeFocused();
          await stand.getByRole('button', { name: 'Not this time' }).click();
        }
        // Only the first take of a sitting is rated.
        const advice = stand.getByTestId('next-step');
        await advice.waitFor({ timeout: 60_000 });
        await expect(advice).toBeInViewport({ ratio: 1 });
        const said = (await advice.textContent())!;
        expect(await stand.evaluate(() => document.activeElement?.getAttribute('aria-label'))).toBe(said);
        await expect(stand.getByTestId('joy')).toHaveCount(0);
        const faults = stand.getByRole('region', { name: 'What to put right' });
        await expect(faults.getByRole('listitem')).toHaveCount(2);
        for (const key of await faults.getByRole('button').all()) {
          const box = (await key.boundingBox())!;
          expect(box.height).toBeGreaterThanOrEqual(44);
          expect(box.x + box.width).toBeLessThanOrEqual(viewport.width);
        }
        if (index === 0) {
          expect(await axeFindings(stand)).toEqual([]);
          await faults.getByRole('button', { name: /Hear yours\s+in measure 4/ }).click();
          await expect.poll(() => isOwnSounding(stand)).toBe(true);
          await faults.getByRole('button', { name: /Hear it right\s+in measure 4/ }).click();
          await expect.poll(() => isOwnSounding(stand)).toBe(false);
        }
      });
    }
    await stand.keyboard.press('Space');
    await playLine(stand, []);
    await expect(stand.getByTestId('joy')).toBeVisible({ timeout: 60_000 });
    await expect(stand.getByTestId('joy')).toBeInViewport();
    await expect(stand.getByRole('region', { name: 'What to put right' })).toHaveCount(0);
  } finally {
    await database().updateTable('class').set({ own_ears: 'every-take' }).execute();
  }
});
