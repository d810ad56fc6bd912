// The front of the room: two lines one after the other, counted in, with the counts lit.
import { expect, test } from '@playwright/test';
import { axeFindings } from '../support/axe';
import { signInTeacher } from '../support/browser';

test('two lines straight one after the other, stopped by one key', async ({ context }) => {
  test.setTimeout(300_000);
  const page = await signInTeacher(context);
  await page.goto('/shelf');
  await page.getByRole('link', { name: /^4 / }).first().click();
  await page.getByRole('link', { name: 'Together' }).click();
  await expect(page).toHaveURL(/together/);
  // A choice before the page is alive comes to nothing.
  await page.waitForLoadState('networkidle');
  await page.getByLabel('Straight on with').selectOption({ index: 1 });
  await expect(page).toHaveURL(/then=/);
  const lines = page.locator('main section').filter({ has: page.locator('svg') });
  await expect(lines).toHaveCount(2, { timeout: 60_000 });
  await expect(page.getByRole('heading', { level: 1 })).toHaveCount(1);
  await page.waitForLoadState('networkidle');
  expect(await axeFindings(page)).toEqual([]);
  for (let n = 0; n < 12; n++) await page.getByRole('button', { name: 'Faster' }).click();
  await page.keyboard.press('Space');
  await expect(lines.nth(0).getByText('All together')).toBeVisible({ timeout: 60_000 });
  // Three times through the first of them.
  await expect(lines.nth(1).getByText('All together')).toBeVisible({ timeout: 180_000 });
  await page.keyboard.press('Space');
  await expect(lines.getByText('All together')).toHaveCount(0);
});
