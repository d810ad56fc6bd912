// The music while it plays, and the verdict when it comes, are in the window at every size.
import { expect, type Page, test } from '@playwright/test';
import { chooseRung, signInStudent } from '../support/browser';
import { SIZES } from '../support/sizes';

/** Whether the bar lies within the window, and the system with the playhead above it. */
const whatIsInSight = (page: Page) =>
  page.evaluate(() => {
    const bar = document.querySelector('[data-going-bar]')?.getBoundingClientRect();
    const systems = [...document.querySelectorAll('[data-system]')];
    const at = systems.findIndex((system) =>
      [...system.querySelectorAll('svg g')].some(
        (head) => head instanceof SVGElement && head.style.visibility === 'visible',
      ),
    );
    const system = systems[at]?.getBoundingClientRect();
    return {
      at,
      bar: bar !== undefined && bar.top >= 0 && bar.bottom <= window.innerHeight + 1,
      music: bar !== undefined && system !== undefined && system.top >= -1 && system.bottom <= bar.top + 1,
    };
  });

for (const { name, ...viewport } of SIZES) {
  test(`the page goes along with the playhead: ${name}`, async ({ context }) => {
    const page = await signInStudent(context, 'nuri');
    await page.setViewportSize(viewport);
    // Twelve measures: six systems on a phone.
    await page
      .getByRole('link', { name: /4 Slow Ferry/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Listen' }).waitFor();
    await page.waitForLoadState('networkidle');
    await chooseRung(page, 84);
    await page.getByRole('button', { name: 'Listen' }).click();
    const seen = new Set<number>();
    await expect
      .poll(async () => (await whatIsInSight(page)).at, { timeout: 30_000 })
      .toBeGreaterThanOrEqual(0);
    for (;;) {
      const { at } = await whatIsInSight(page);
      if (at < 0) break;
      seen.add(at);
      // A moment for the page to get there.
      await expect
        .poll(() => whatIsInSight(page), { timeout: 1500 })
        .toMatchObject({ bar: true, music: true });
      if (seen.size >= 3) break;
      await page.waitForTimeout(300);
    }
    expect(seen.size).toBeGreaterThanOrEqual(2);
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(page.getByRole('button', { name: 'Play and record' })).toBeVisible();
  });
}
