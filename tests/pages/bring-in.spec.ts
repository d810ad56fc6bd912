import { expect, test } from '@playwright/test';
import { axeFindings } from '../support/axe';
import { signInTeacher } from '../support/browser';
import { scoreXml } from '../support/lines';

const END = '<barline_location="right"><bar-style>light-heavy</bar-style></barline>';
const said = (text: string) =>
  `<print_new-system="yes"/> <direction><direction-type><words>${text.replaceAll(' ', '_')}</words></direction-type></direction>`;
const PAGE = scoreXml([
  `${said('61. Harbour steps')} G4q A4q B4q G4q`,
  'A4q G4q A4q B4q',
  `G4w ${END}`,
  `${said('62. Gulls')} E4q F4q G4q`,
  `E4w ${END}`,
  `${said('63')} D4h E4h`,
  'D4w',
]);
const file = (name: string, text: string) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(text),
});

test('a page of exercises is looked at, cut, joined, and put on the shelf in one go', async ({ context }) => {
  const page = await signInTeacher(context);
  await page.goto('/shelf');
  await page.getByRole('link', { name: 'A page of lines, or several files' }).click();
  await page
    .getByLabel('Files')
    .setInputFiles([file('page-9.musicxml', PAGE), file('broken.musicxml', PAGE.slice(0, 500))]);
  const exercises = page.getByRole('region', { name: 'page-9.musicxml' });
  await expect(exercises.getByText('3 lines')).toBeVisible({ timeout: 20_000 });
  await expect(exercises.locator('[role="img"] svg').first()).toBeVisible({
    timeout: 20_000,
  });
  await expect(exercises.getByLabel('Title')).toHaveCount(3);
  await expect(exercises.getByText('measure 1: This measure has 3 of 4 beats.')).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'This file was not read' })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);

  // What is typed stays while a line is cut, and joined again.
  await exercises.getByLabel('Title').first().fill('Harbour stairs');
  await exercises.getByLabel('Cut “Harbour stairs”').selectOption({ label: 'behind its measure 2' });
  await expect(exercises.getByText('4 lines')).toBeVisible();
  await expect(exercises.getByLabel('Title').first()).toHaveValue('Harbour stairs');
  await exercises.getByRole('button', { name: 'Join to the line before' }).first().click();
  await expect(exercises.getByText('3 lines')).toBeVisible();

  await page.getByRole('button', { name: 'Leave out broken.musicxml' }).click();
  await exercises.getByLabel('Bring in “Exercise 63”').uncheck();
  await page.getByLabel('Page', { exact: true }).fill('9');
  await page.getByRole('button', { name: 'Put 2 lines on the shelf' }).click();
  await expect(page.getByText('2 lines are on the shelf, 1 of them as a draft.')).toBeVisible({
    timeout: 20_000,
  });
  await expect(page.getByRole('link', { name: 'Mend “Gulls” on the writing desk' })).toBeVisible();
  await page.getByRole('link', { name: 'Look at the shelf' }).click();
  await page.getByLabel('Find').fill('Harbour stairs');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await expect(page.getByRole('link', { name: /61 Harbour stairs/ })).toBeVisible();
  await expect(page.getByText('Page 9', { exact: true })).toBeVisible();
});
