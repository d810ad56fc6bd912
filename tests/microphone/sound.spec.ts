// What a page plays, recorded as it leaves the page.
import { expect, test } from '@playwright/test';
import { clickSound } from '@/core/playback';
import { axeFindings } from '../support/axe';
import { atStandOf, signInStudent } from '../support/browser';
import { clickOnsets, hearClicks, recordOutput } from './recorded-output';

test.describe('the metronome, as it leaves the page', () => {
  for (const bpm of [60, 97, 208]) {
    test(`clicks at ${bpm} lie on the grid within a millisecond`, async ({ context }) => {
      await recordOutput(context);
      const page = await signInStudent(context, 'ida');
      await page.goto('/metronome');
      await page.waitForLoadState('networkidle');
      const slider = page.getByRole('slider', { name: 'Tempo' });
      await slider.focus();
      await page.keyboard.press(bpm === 208 ? 'End' : 'Home');
      while (bpm === 60 && (await page.getByTestId('bpm').textContent()) !== '60') {
        await page.keyboard.press('ArrowUp');
      }
      if (bpm === 97) {
        while ((await page.getByTestId('bpm').textContent()) !== '96') await page.keyboard.press('ArrowUp');
        await page.keyboard.press('Shift+ArrowUp');
      }
      await expect(page.getByTestId('bpm')).toHaveText(`${bpm}`);
      await page.keyboard.press('Space');
      // Seven seconds of clicks and one more.
      await hearClicks(page, Math.floor((7 * bpm) / 60) + 1);
      await page.keyboard.press('Space');
      const { onsets, sampleRate } = await clickOnsets(page);
      const worst = Math.max(
        ...onsets.map((onset, index) => Math.abs(onset - onsets[0]! - (index * 60 * sampleRate) / bpm)),
      );
      console.log(`${bpm} bpm: ${onsets.length} clicks, worst error ${worst.toFixed(2)} samples`);
      expect(worst / sampleRate).toBeLessThan(0.001);
    });
  }

  test('a new tempo takes hold with the next click; silent measures are silent and come back on the grid', async ({
    context,
  }) => {
    await recordOutput(context);
    const page = await signInStudent(context, 'ida');
    await page.goto('/metronome');
    await page.waitForLoadState('networkidle');
    await page.getByLabel('Meter').selectOption('2/4');
    await page.getByLabel('You hear it').selectOption('one on, one off');
    await page.getByRole('slider', { name: 'Tempo' }).focus();
    while ((await page.getByTestId('bpm').textContent()) !== '120') await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Space');
    await hearClicks(page, 4);
    await page.keyboard.press('PageUp');
    // The change may fall between any two: two silent measures of the new tempo are among these.
    await hearClicks(page, 9);
    await page.keyboard.press('Space');
    const { onsets, sampleRate } = await clickOnsets(page);
    const steps = onsets.slice(1).map((onset, index) => (onset - onsets[index]!) / sampleRate);
    // Between two sounding beats one beat, over a silent measure three; 120 at first, 130 later.
    const allowed = [120, 130].flatMap((bpm) => [60 / bpm, 180 / bpm]);
    const strangers = steps.filter((step) => !allowed.some((one) => Math.abs(one - step) < 0.001));
    // One step may hold the change itself.
    expect(strangers.length).toBeLessThanOrEqual(1);
    expect(steps.some((step) => Math.abs(step - 60 / 120) < 0.001)).toBe(true);
    expect(steps.some((step) => Math.abs(step - 180 / 130) < 0.001)).toBe(true);
    await expect(page.getByTestId('bpm')).toHaveText('130');
    await page.getByRole('button', { name: 'Tap the tempo' }).focus();
    for (let tap = 0; tap < 4; tap++) {
      await page.keyboard.press('Enter');
      await page.waitForTimeout(500);
    }
    const tapped = Number(await page.getByTestId('bpm').textContent());
    expect(tapped).toBeGreaterThan(95);
    expect(tapped).toBeLessThan(125);
    expect(await axeFindings(page)).toEqual([]);
  });
});

test('the click of a line comes out where it is written, with its accents', async ({ context }) => {
  await recordOutput(context);
  const page = await atStandOf(context, 'ida', /4 Slow Ferry/);
  await page.getByRole('button', { name: 'Go round' }).click();
  await page.getByLabel('Who plays').selectOption('I alone, with the click');
  await page.getByLabel('How often').selectOption('once');
  await page.getByLabel('To', { exact: true }).selectOption('measure 2');
  await page.getByRole('button', { name: 'Start' }).click();
  // Three clicks of count-in and two measures of three at 66.
  await hearClicks(page, 9);
  await expect(page.getByRole('button', { name: 'Play and record' })).toBeVisible();
  const { onsets, sampleRate } = await clickOnsets(page);
  expect(onsets).toHaveLength(9);
  onsets.forEach((onset, index) => {
    expect(Math.abs(onset - onsets[0]! - (index * 60 * sampleRate) / 66)).toBeLessThan(1);
  });
  expect(clickSound('downbeat', sampleRate)[0]).toBeGreaterThan(clickSound('beat', sampleRate)[0]!);
});

test('the model is heard with playhead and counting, the student’s turn is said, and reduced motion is respected', async ({
  context,
}) => {
  await recordOutput(context);
  const page = await atStandOf(context, 'ida', /5 Kettle Song/);
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.getByRole('button', { name: 'Go round' }).click();
  await page.getByLabel('From').selectOption('measure 2');
  await page.getByLabel('To', { exact: true }).selectOption('measure 2');
  await page.getByLabel('Who plays').selectOption('Mevlo first, then I alone');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByText('Mevlo plays …')).toBeVisible({ timeout: 15_000 });
  await expect(page.getByText('Your turn!')).toBeVisible({ timeout: 15_000 });
  await expect(page.getByText('Mevlo plays …')).toBeVisible({ timeout: 15_000 });
  const angles = new Set<string | null>();
  for (let look = 0; look < 12; look++) {
    angles.add(await page.getByTestId('foot').locator('g').getAttribute('transform'));
    await page.waitForTimeout(70);
  }
  // Down and up, nothing between.
  expect(angles.size).toBeLessThanOrEqual(2);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play and record' })).toBeVisible();
  const peak = await page.evaluate(() =>
    Math.max(
      ...(window as unknown as { outputBlocks: { samples: Float32Array }[] }).outputBlocks.map(
        ({ samples }) => Math.max(...samples),
      ),
    ),
  );
  expect(peak).toBeGreaterThan(0.05);
});
