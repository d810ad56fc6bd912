import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import { signInStudent, signInTeacher } from '../support/browser';

const openClass = async (page: Page, name: string) => {
  await page.goto('/classes');
  await page.getByRole('link', { name: new RegExp(name) }).click();
  await page.getByRole('heading', { name, level: 1 }).waitFor();
};
const saved = async (page: Page, click: () => Promise<void>) => {
  const [file] = await Promise.all([page.waitForEvent('download'), click()]);
  return readFileSync(await file.path());
};

test('the board shows who is where, is sorted and filtered, and goes out as a table', async ({ context }) => {
  const page = await signInTeacher(context);
  await openClass(page, 'Tuesday flutes');
  await page.getByRole('link', { name: /^Board/ }).click();
  const names = () =>
    page
      .locator('tr[data-student]')
      .evaluateAll((rows) => rows.map((row) => row.getAttribute('data-student')));
  await expect.poll(names).toEqual(['Ida Quill', 'Nuri Ashdown', 'Tomas Vale', 'Wren Okoro']);
  await page.getByRole('link', { name: 'fewest lines learned' }).click();
  await expect(page.getByRole('link', { name: 'fewest lines learned' })).toHaveAttribute(
    'aria-current',
    'true',
  );
  await page.getByRole('link', { name: /nothing handed in/ }).click();
  await expect(page.getByText(/ of 4 students/)).toBeVisible();
  const csv = (await saved(page, () => page.getByRole('link', { name: /CSV/ }).click())).toString('utf8');
  expect(csv.split('\r\n')[0]).toContain('"5 Kettle Song"'.replaceAll('"', ''));
  expect(csv).toContain('Wren Okoro');
});

test('a list becomes students, their cards let them in, and one who is removed is gone', async ({
  context,
  browser,
}) => {
  const page = await signInTeacher(context);
  await page.goto('/classes');
  await page.getByLabel('Name of the class').fill('Harbour winds');
  await page.getByRole('button', { name: 'Make the class' }).click();
  await page.getByRole('link', { name: /^Roster/ }).click();
  await page
    .getByLabel('or paste the names')
    .fill('Name;Plays\nSorg, Mila;Flute\nTeo Brandt;B♭ trumpet\nTeo Brandt;tuba');
  await page.getByRole('button', { name: 'Look at the list' }).click();
  const preview = page.getByTestId('preview');
  await expect(preview.getByLabel('Name in row 2')).toHaveValue('Mila Sorg');
  await expect(preview.getByText(/put the first name first/)).toBeVisible();
  // Two may be called the same; here it was one and the same.
  await expect(preview.getByText(/the same name stands further up/)).toBeVisible();
  await preview.getByRole('checkbox', { name: 'Take in Teo Brandt' }).last().uncheck();
  await preview.getByLabel('User name of Mila Sorg').fill('mila.s');
  await page.getByRole('button', { name: 'Take in 2 students' }).click();
  const card = page.locator('[data-card="Mila Sorg"]').first();
  await expect(card).toBeVisible();
  const [code, userName, pin] = await card.locator('dd').allTextContents();

  const other = await browser.newContext({ baseURL: new URL(page.url()).origin });
  const student = await other.newPage();
  await student.goto('/sign-in');
  await student.getByLabel('Class code').fill(code!);
  await student.getByLabel('User name').fill(userName!);
  await student.getByLabel('PIN').fill(pin!);
  await student.getByRole('button', { name: 'Come in' }).click();
  await expect(student).toHaveURL(/\/practice$/);
  await student.getByRole('link', { name: 'My record' }).click();
  await expect(student.getByRole('heading', { name: 'My record' })).toBeVisible();

  const row = page.locator('[data-student="Mila Sorg"]');
  await row.getByLabel(/Consent/).selectOption('given');
  await expect(row.getByText(/noted today/)).toBeVisible();
  await row.getByText('Rename, move, leave').click();
  const zip = await saved(page, () => row.getByRole('link', { name: 'As a zip of open files' }).click());
  const known = JSON.parse(Buffer.from(unzipSync(zip)['student.json']!).toString('utf8'));
  expect(known).toMatchObject({ name: 'Mila Sorg', userName, instrument: 'flute', consent: 'given' });
  await row.getByLabel('Remove for good').fill('Mila');
  await row.getByRole('button', { name: 'Remove everything of Mila Sorg' }).click();
  await expect(row.getByText(/Type “Mila Sorg” to remove/)).toBeVisible();
  await row.getByLabel('Remove for good').fill('Mila Sorg');
  await row.getByRole('button', { name: 'Remove everything of Mila Sorg' }).click();
  await expect(row).toHaveCount(0);
  await expect(page.getByText(/everything of a student was removed/)).toBeVisible();
  await student.goto('/practice');
  await expect(student).toHaveURL(/sign-in/);
  await other.close();
});

test('a student sees the own record and nobody else’s', async ({ context, browser }) => {
  const teacher = await signInTeacher(context);
  await openClass(teacher, 'Tuesday flutes');
  await teacher.getByRole('link', { name: /^Roster/ }).click();
  await teacher.getByRole('link', { name: 'Tomas Vale' }).click();
  await expect(teacher.getByRole('heading', { name: 'Ratings over time' })).toBeVisible();
  const wav = await saved(teacher, () =>
    teacher
      .getByRole('link', { name: /^Keep the recording/ })
      .first()
      .click(),
  );
  expect(wav.subarray(0, 4).toString()).toBe('RIFF');
  expect(wav.readUInt32LE(4)).toBe(wav.length - 8);
  const other = await browser.newContext({ baseURL: new URL(teacher.url()).origin });
  const ida = await signInStudent(other, 'ida');
  await ida.goto(new URL(teacher.url()).pathname);
  await expect(ida.getByRole('heading', { name: 'Ratings over time' })).toHaveCount(0);
  await ida.goto('/my-record');
  await expect(ida.getByRole('heading', { name: 'My record' })).toBeVisible();
  await other.close();
});
