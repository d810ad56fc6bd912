import { expect, type Page, test } from '@playwright/test';
import { axeFindings } from '../support/axe';
import { signInStudent, signInTeacher } from '../support/browser';

async function clean(page: Page): Promise<void> {
  expect(await axeFindings(page)).toEqual([]);
}

async function lookOver(page: Page, from: string, line: RegExp): Promise<void> {
  await page.goto(from);
  await page.getByRole('link', { name: line }).first().click();
  await page.getByRole('link', { name: 'Look it over' }).click();
  await expect(page.getByRole('heading', { name: 'Begin slowly' })).toBeVisible({ timeout: 20_000 });
}

/** Text that is drawn under the staff. */
const drawn = (page: Page) => page.getByRole('img', { name: /Written music/ }).first();

test('a teacher looks a line over: findings light up, notes are worth something, five ways to count', async ({
  context,
}) => {
  const page = await signInTeacher(context);
  await lookOver(page, '/shelf', /9 Skipping Stones/);
  await page.getByRole('button', { name: /^Watch out. Measure 6: the note comes in/ }).click();
  await expect(page.locator('[data-lit]')).toHaveCount(1);
  await expect(page.locator('[data-lit]')).toHaveAttribute('data-lit', '5');
  await clean(page);

  // By keyboard along the notes: the arithmetic follows.
  const first = page.getByRole('group', { name: 'Notes and rests' }).first().getByRole('button').first();
  await first.click();
  await expect(page.getByTestId('worth')).toContainText('Quarter note', { ignoreCase: true });
  await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('worth')).toContainText('eighth rest', { ignoreCase: true });
  await expect(page.getByTestId('worth')).toContainText('½ beat');
  await page.getByRole('button', { name: /Measure 2: .*add up to/ }).click();
  await expect(page.getByTestId('worth')).toContainText('1 + ½ + ½ + 2 = 4 beats');
  await page.getByRole('button', { name: '4/4 What do these numbers say?' }).click();
  await expect(page.getByTestId('worth')).toContainText('a quarter note counts as 1');
  await page.getByRole('button', { name: 'Show it large' }).click();
  await expect(page.getByRole('dialog')).toContainText('4 beats in every measure');
  await clean(page);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);

  await page.getByLabel('note names').check();
  await expect(page.getByRole('list', { name: 'note names' }).first().getByRole('listitem')).toHaveText([
    'D',
    'A',
    'F♯',
    'D',
    'E',
    'F♯',
    'G',
    'A',
    'B',
    'A',
    'G',
    'F♯',
    'E',
    'F♯',
    'G',
    'E',
  ]);
  await page.getByLabel('do re mi').check();
  await expect(page.getByRole('list', { name: 'do re mi' }).first().getByRole('listitem').first()).toHaveText(
    'do',
  );
  await page.getByLabel('fingers').check();
  await expect(
    page.getByRole('list', { name: 'Fingers' }).first().getByRole('img').first(),
  ).toHaveAccessibleName('thumb, 1, 2, 3, 4, 5, 6');
  await clean(page);

  await page.getByLabel('counting', { exact: true }).check();
  for (const [school, said] of [
    ['Numbers with “te”', 'te'],
    ['ta / ti-ti', 'ti'],
    ['du / du-de', 'de'],
    ['ta-ka-di-mi', 'di'],
    ['Words by syllables', 'tern'],
    ['Numbers with “and”', '&'],
  ] as const) {
    await page.getByLabel('Count with').selectOption({ label: school });
    await expect(drawn(page)).toContainText(said, { timeout: 20_000 });
  }
});

test('a class counts in its own way, and so its students read', async ({ browser, baseURL }) => {
  const teacher = await signInTeacher(await browser.newContext({ baseURL }));
  await teacher.goto('/classes');
  await teacher.getByRole('link', { name: /Friday brass/ }).click();
  await teacher.getByLabel('Words by syllables').check();
  await teacher.getByLabel('Two notes').fill('kettle');
  await teacher.getByRole('button', { name: 'Count like this' }).click();
  await expect(teacher.getByRole('alert').first()).toContainText('For 2 notes');
  await teacher.getByLabel('Words by syllables').check();
  await teacher.getByLabel('Two notes').fill('ket-tle');
  await teacher.getByLabel('One note in a beat').fill('spoon');
  await teacher.getByRole('button', { name: 'Count like this' }).click();
  await expect(teacher.getByText('The class counts like this from now on.')).toBeVisible();
  await clean(teacher);

  const student = await signInStudent(
    await browser.newContext({ baseURL, viewport: { width: 390, height: 844 } }),
    'leni',
  );
  await lookOver(student, '/practice', /11 Harbour Bell/);
  await expect(drawn(student)).toContainText('spoon');
  await student
    .getByRole('button', { name: /half: what is it worth/ })
    .first()
    .click();
  await expect(student.getByTestId('worth')).toContainText('2 beats');
  await expect(student.getByText('How to play')).toBeVisible();
  await clean(student);
  await student.getByRole('button', { name: 'Close' }).click();
  await student.getByRole('link', { name: 'Play it' }).click();
  await expect(student.getByRole('button', { name: 'Play and record' })).toBeVisible();

  // Back to numbers, for whoever looks at the demo next.
  await teacher.getByLabel('Numbers with “and”').check();
  await teacher.getByRole('button', { name: 'Count like this' }).click();
  await expect(teacher.getByText('The class counts like this from now on.')).toBeVisible();
});

test('a practice sheet carries brackets, rings, arithmetic and cautions', async ({ context }) => {
  const page = await signInTeacher(context);
  await lookOver(page, '/shelf', /1 Two Steps and Stay/);
  await page.getByRole('link', { name: 'Print as a practice sheet' }).click();
  await expect(page.getByRole('heading', { name: 'Before you play' })).toBeVisible();
  await expect(page.getByText('Measures 1 and 5 are the same')).toBeVisible();
  await expect(page.getByText('Stop when something hurts')).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByLabel('Pencil marks')).toBeHidden();
  await expect(page.getByRole('heading', { name: 'Take care' })).toBeVisible();
  await page.emulateMedia({ media: 'screen' });
  await page.getByLabel('Pencil marks').selectOption('no');
  await expect(page.getByRole('heading', { name: 'Before you play' })).toHaveCount(0);
  await clean(page);
});
