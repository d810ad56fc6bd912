import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { readWav } from '@/core/signal';
import { DEMO_COLLEAGUE } from '@/server/demo/scenario';
import { ADDRESS, launchWithMicrophone, recordToFile, signInStudent, signInTeacher } from './support';

/** Opens the newest take of a student on a line, from wherever the desk lists it. @returns its address. */
async function openTake(page: Page, student: string, line: string): Promise<string> {
  const row = page
    .locator('a[href^="/takes/"]')
    .filter({ hasText: student })
    .filter({ hasText: line })
    .first();
  const href = new URL((await row.getAttribute('href'))!, page.url()).pathname;
  await page.goto(href);
  await page.getByTestId('next-step').waitFor();
  return href;
}

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
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  const student = await signInStudent(await browser.newContext({ baseURL: ADDRESS }), 'tomas');
  const card = student.getByRole('link', { name: /5 Kettle Song/ });
  await expect(card.first()).toContainText('at 54');
  await card.first().click();
  await expect(student.getByText(/Your teacher asks for this/)).toBeVisible();
  await expect(student.getByText('Measures 2 to 3').first()).toBeVisible();
  await student.context().close();
});

test('a single note is overruled: its measure follows, and it can be taken back', async ({ context }) => {
  const page = await signInTeacher(context);
  await openTake(page, 'Ida Quill', 'Slow Ferry');
  const second = page.locator('[data-measure="2"]');
  const before = await second.getAttribute('aria-label');
  await page.getByLabel(/Do you hear it otherwise/).selectOption({ label: 'measure 2' });
  await page.getByRole('combobox', { name: /^Note/ }).selectOption({ index: 1 });
  await page.getByRole('button', { name: /^The note: not right/ }).click();
  await expect(second).toHaveAccessibleName(/needs work, the teacher says/);
  await expect(page.getByText(/measure 2, note 1, .*notes:/)).toContainText(
    'not right (Odile Harrow, today)',
  );
  await page.getByRole('button', { name: /^The note: as Mevlo says/ }).click();
  await expect(second).toHaveAttribute('aria-label', before!);
});

test('what the teacher says into the microphone is heard by the student', async () => {
  const browser = await launchWithMicrophone(recordToFile(5, 66, 0.2, []));
  try {
    const page = await signInTeacher(await browser.newContext({ baseURL: ADDRESS }));
    const href = await openTake(page, 'Tomas Vale', 'Kettle Song');
    await page.keyboard.press('t');
    await expect(page.getByRole('button', { name: /^Stop and keep \([3-9] s\)/ })).toBeVisible();
    await page.keyboard.press('t');
    await expect(page.getByText('Said to this take')).toBeVisible();

    const student = await signInStudent(await browser.newContext({ baseURL: ADDRESS }), 'tomas');
    await student.goto(href);
    const spoken = student.getByLabel('Spoken answer');
    await expect(spoken).toBeVisible();
    const address = new URL((await spoken.getAttribute('src'))!, ADDRESS).href;
    const wav = readWav(new Uint8Array(await (await student.request.get(address)).body()));
    expect(wav.ok && wav.value.samples.length / wav.value.sampleRate).toBeGreaterThan(2.5);
    expect(wav.ok && Math.max(...wav.value.samples.subarray(0, 100_000))).toBeGreaterThan(0.05);
    expect((await new AxeBuilder({ page: student }).analyze()).violations).toEqual([]);
    // Only the teacher takes it away.
    await expect(student.getByRole('button', { name: /Take the spoken answer away/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Take the spoken answer away' }).click();
    await expect(page.getByText('Said to this take')).toHaveCount(0);
    expect((await student.request.get(address)).status()).toBe(404);
  } finally {
    await browser.close();
  }
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
