import { expect, type Page, test } from '@playwright/test';
import { signInTeacher } from '../support/browser';

const place = async (page: Page) =>
  Number(/of (\d+)/.exec((await page.getByText(/^\d+ of \d+ that wait$/).textContent())!)![1]);
const secondsOf = (page: Page) =>
  page
    .locator('audio')
    .first()
    .evaluate((audio: HTMLAudioElement) => audio.currentTime);
/** Lets the page itself note where it begins to play next: it plays on while a check is still asking. */
const noteNextPlay = (page: Page) =>
  page
    .locator('audio')
    .first()
    .evaluate((audio: HTMLAudioElement) =>
      audio.addEventListener('play', () => Object.assign(window, { begunAt: audio.currentTime }), {
        once: true,
      }),
    );
const begunAt = (page: Page) => page.evaluate(() => (window as unknown as { begunAt: number }).begunAt);
const speedOf = (page: Page) =>
  page
    .locator('audio')
    .first()
    .evaluate((audio: HTMLAudioElement) => [audio.playbackRate, audio.preservesPitch]);

test('five takes are heard and answered with the keyboard alone', async ({ context }) => {
  const page = await signInTeacher(context);
  const start = page.getByRole('link', { name: 'Hear them one by one' });
  await start.focus();
  await page.keyboard.press('Enter');
  await page.waitForURL(/hearing/);
  const atFirst = await place(page);
  expect(atFirst).toBeGreaterThanOrEqual(5);

  for (let heard = 0; heard < 5; heard++) {
    const address = page.url();
    const weak = page.getByRole('button', { name: /^From / });
    await expect(page.getByText(/^\d+ of \d+ that wait$/)).toHaveText(`1 of ${atFirst - heard} that wait`);
    // It begins by itself where something needs work.
    await expect.poll(() => secondsOf(page)).toBeGreaterThan(0.3);
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: 'Play the take' })).toBeVisible();
    const stopped = await secondsOf(page);
    await noteNextPlay(page);
    await page.keyboard.press('w');
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
    expect(await begunAt(page)).toBeLessThanOrEqual(stopped + 0.05);
    if (heard === 0) {
      for (const speed of [0.75, 1.25, 1.5, 1]) {
        await page.keyboard.press('s');
        expect(await speedOf(page)).toEqual([speed, true]);
      }
      await expect(weak).toHaveAccessibleName(/^From (measure \d+|the (start|pickup))$/);
    }
    if (heard % 2 === 0) await page.keyboard.press('a');
    else {
      await page.keyboard.press('c');
      // Letters are text now, and no keys.
      await page.keyboard.type('Once more, and count aloud.');
      await page.keyboard.press('Escape');
      await page.keyboard.press('o');
    }
    await page.waitForURL((url) => url.href !== address);
  }
  expect(await place(page)).toBe(atFirst - 5);

  // Who is left alone waits on.
  const left = page.url();
  await page.keyboard.press('n');
  await page.waitForURL((url) => url.href !== left);
  expect(await place(page)).toBe(atFirst - 5);
  await page.goto('/desk');
  await expect(page.getByRole('heading', { name: `Waiting for your word (${atFirst - 5})` })).toBeVisible();
  await expect(page.getByText('accepted')).not.toHaveCount(0);
});

test('the model and an earlier take sound beside the new one, one at a time', async ({ context }) => {
  const page = await signInTeacher(context);
  await page
    .getByRole('link', { name: /earlier take/ })
    .first()
    .click();
  await page.waitForURL(/hearing/);
  await expect.poll(() => secondsOf(page)).toBeGreaterThan(0.3);
  const take = page.getByRole('button', { name: /^(Pause|Play the take)$/ });
  const model = page.getByRole('button', { name: /^Model/ });
  const earlier = page.getByRole('button', { name: /^Earlier/ });
  await page.keyboard.press('m');
  await expect(model).toHaveAttribute('aria-pressed', 'true');
  await expect(take).toHaveAccessibleName('Play the take');
  await page.keyboard.press('e');
  await expect(earlier).toHaveAttribute('aria-pressed', 'true');
  await expect(model).toHaveAttribute('aria-pressed', 'false');
  await page.keyboard.press('Space');
  await expect(take).toHaveAccessibleName('Pause');
  await expect(earlier).toHaveAttribute('aria-pressed', 'false');
});

test('a measure is overruled: the totals follow, and what Mevlo said stays beside it', async ({
  context,
}) => {
  const page = await signInTeacher(context);
  const row = page.locator('a[href^="/takes/"]').filter({ hasText: 'Slow Ferry' }).first();
  const href = new URL((await row.getAttribute('href'))!, page.url()).pathname;
  await page.goto(href);
  const third = page.locator('[data-measure="3"]');
  const before = await third.locator('.sr-only').textContent();
  await page.getByLabel(/Do you hear it otherwise/).selectOption({ label: 'measure 3' });
  await page.getByRole('button', { name: /^The notes: not right/ }).click();
  await expect(third).toHaveAttribute('data-needs-work', /notes/);
  await expect(third).toHaveAccessibleName(/notes 2 of 3 right, needs work, the teacher says/);
  await expect(page.getByText(/measure 3, notes:/)).toHaveText(
    /not right \(Odile Harrow, today\); Mevlo said right\./,
  );
  await expect(page.getByTestId('next-step')).toContainText('measure 3');
  // The desk's row of cells says so as well.
  await page.goto('/desk');
  await expect(page.locator(`a[href^="${href}"] svg title`)).toHaveText(/needs work: .*3/);
  // The student sees the teacher's word.
  await page.goto(href);
  await page.getByLabel(/Do you hear it otherwise/).selectOption({ label: 'measure 3' });
  await page.getByRole('button', { name: /^The notes: as Mevlo says/ }).click();
  await expect(third).toHaveAccessibleName(before!);
  await expect(page.getByText(/measure 3, notes:/)).toHaveCount(0);
});
