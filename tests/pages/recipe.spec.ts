// A line made to a recipe: seen, heard, another one, kept on the shelf; then a fresh one for everybody of a class.
import { expect, test } from '@playwright/test';
import { database } from '@/server/db/connection';
import { axeFindings } from '../support/axe';
import { signInStudent, signInTeacher } from '../support/browser';

test('a teacher makes a line, hears it, keeps it, and gives everybody another one', async ({
  context,
  browser,
}) => {
  test.setTimeout(180_000);
  const page = await signInTeacher(context);
  await page.goto('/shelf');
  await page.getByRole('link', { name: 'Lines to a recipe' }).click();
  const main = page.getByRole('main');
  const staff = main.locator('[data-system]');
  await staff.first().waitFor({ timeout: 30_000 });
  await page.waitForLoadState('networkidle');
  expect(await axeFindings(page)).toEqual([]);
  const drawing = () => staff.first().innerHTML();
  const first = await drawing();
  await main.getByRole('button', { name: 'Another one' }).click();
  await expect.poll(drawing, { timeout: 20_000 }).not.toBe(first);
  await main.getByRole('button', { name: 'Listen' }).click();
  await expect(main.getByRole('button', { name: 'Stop' })).toBeVisible();
  await main.getByRole('button', { name: 'Stop' }).click();

  // What cannot be is said, and what was chosen stays.
  await main.getByLabel('quarter', { exact: true }).uncheck();
  await main.getByLabel('half', { exact: true }).uncheck();
  await expect(main.getByText(/These values fill no measure of 4\/4/)).toBeVisible();
  await main.getByLabel('quarter', { exact: true }).check();
  await main.getByLabel('half', { exact: true }).check();
  await staff.first().waitFor();

  await main.getByLabel('up to page').fill('60');
  await main.getByRole('button', { name: 'Use it' }).click();
  await expect(main.getByText(/^Taken over: \d+ notes/)).toBeVisible();
  await main.getByRole('button', { name: 'Let it come often' }).click();
  await expect(main.getByText(/comes? (more )?often/).last()).toBeVisible();

  await main.getByLabel('Title').fill('Made for Tuesday');
  await main.getByRole('button', { name: 'Keep it' }).click();
  await page.waitForURL(/\/shelf\/[0-9a-f-]{36}$/, { timeout: 30_000 });
  await expect(page.getByRole('heading', { name: /Made for Tuesday/ })).toBeVisible({ timeout: 30_000 });

  await page.goto('/shelf/recipe');
  await staff.first().waitFor({ timeout: 30_000 });
  await page.waitForLoadState('networkidle');
  await main.getByLabel('Class').selectOption({ label: 'Tuesday flutes' });
  await main.getByRole('button', { name: 'Give them out' }).click();
  await page.waitForURL(/\/desk\?batch=/, { timeout: 30_000 });

  const titles = await Promise.all(
    (['nuri', 'tomas'] as const).map(async (name) => {
      const student = await signInStudent(
        await browser.newContext({ baseURL: new URL(page.url()).origin }),
        name,
      );
      const link = student.getByRole('link', { name: /At sight, for/ });
      await expect(link).toHaveCount(1);
      await link.click();
      await expect(student.getByTestId('stage')).toContainText('Read it at sight');
      await student.context().close();
      return name;
    }),
  );
  expect(titles).toHaveLength(2);
  // Others of this run know the class as it was.
  const made = await database()
    .selectFrom('line')
    .select('id')
    .where((e) => e.or([e('title', 'like', 'At sight, for %'), e('title', '=', 'Made for Tuesday')]))
    .execute();
  expect(made.length).toBeGreaterThan(3);
  const ids = made.map(({ id }) => id);
  await database().deleteFrom('assignment').where('line_id', 'in', ids).execute();
  await database().deleteFrom('line').where('id', 'in', ids).execute();
});
