import { expect, test } from '@playwright/test';
import { DEMO_COLLEAGUE } from '@/server/demo/scenario';
import { axeFindings } from '../support/axe';
import { ADDRESS, openTake, signInStudent, signInTeacher } from '../support/browser';

test('measures that the teacher asks for are what the student plays next', async ({ context, browser }) => {
  const page = await signInTeacher(context);
  await openTake(page, 'Tomas Vale', 'Kettle Song');
  await page.keyboard.press('f');
  await expect(page.getByLabel(/Once more only/)).toBeChecked();
  await page.getByRole('combobox', { name: /^from/ }).selectOption({ label: 'measure 2' });
  await page.getByRole('combobox', { name: /^to/ }).selectOption({ label: 'measure 3' });
  await page.getByRole('spinbutton', { name: /^at/ }).fill('54');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('o');
  await expect(page.getByText('Only measures 2 to 3 at 54.')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);

  const student = await signInStudent(await browser.newContext({ baseURL: ADDRESS }), 'tomas');
  const card = student.getByRole('link', { name: /5 Kettle Song/ });
  await expect(card.first()).toContainText('at 54');
  await card.first().click();
  // Drawn for the first time, on a machine that does much else.
  await expect(student.getByText(/Your teacher asks for this/)).toBeVisible({ timeout: 40_000 });
  await expect(student.getByText('Measures 2 to 3').first()).toBeVisible();
  await student.context().close();
});

test('a single note is overruled: its measure follows, and it can be taken back', async ({ context }) => {
  const page = await signInTeacher(context);
  await openTake(page, 'Ida Quill', 'Slow Ferry');
  const second = page.locator('[data-measure="2"]');
  const before = await second.locator('.sr-only').textContent();
  await page.getByLabel(/Do you hear it otherwise/).selectOption({ label: 'measure 2' });
  await page.getByRole('combobox', { name: /^Note/ }).selectOption({ index: 1 });
  await page.getByRole('button', { name: /^The note: not right/ }).click();
  await expect(second).toHaveAccessibleName(/needs work, the teacher says/);
  await expect(page.getByText(/measure 2, note 1, .*notes:/)).toContainText(
    'not right (Odile Harrow, today)',
  );
  await page.getByRole('button', { name: /^The note: as Mevlo says/ }).click();
  await expect(second).toHaveAccessibleName(before!);
});

test('a colleague hears the class that is taught together, and no other', async ({ context }) => {
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByRole('tab', { name: 'I teach' }).click();
  await page.getByLabel('E-mail').fill(DEMO_COLLEAGUE.email);
  await page.getByLabel('Password').fill(DEMO_COLLEAGUE.password);
  await page.getByRole('button', { name: 'Come in' }).click();
  await page.waitForURL(/desk/);
  await page.goto('/classes');
  await expect(page.getByRole('link', { name: /Friday brass/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /Tuesday flutes/ })).toHaveCount(0);
  await page.getByRole('link', { name: /Friday brass/ }).click();
  await page.getByRole('link', { name: /^Roster/ }).click();
  await expect(page.getByText('You help in this class.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Put the class away' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: /Remove everything of/ })).toHaveCount(0);
});
