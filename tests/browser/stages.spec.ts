import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { signInStudent, signInTeacher } from './support';

async function clean(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes[0]?.html}`)).toEqual([]);
}

test('a teacher plans with a few touches; a student does one thing after the other', async ({
  browser,
  baseURL,
}) => {
  const teacher = await signInTeacher(await browser.newContext({ baseURL }));
  await teacher.goto('/shelf');
  await teacher.getByRole('link', { name: /2 Porch Light/ }).click();
  await teacher.getByLabel('Class').selectOption({ label: 'Tuesday flutes' });
  await teacher.getByLabel('How to learn it').selectOption('Count, name, sing, play');
  await expect(teacher.getByTestId('plan-facts')).toContainText('minutes in all');
  const many = Number(/^(\d+) stages/.exec((await teacher.getByTestId('plan-facts').textContent())!)![1]);
  await teacher.getByLabel('In pieces').selectOption('the whole line');
  await expect(teacher.getByTestId('plan-facts')).not.toContainText(`${many} stages`);
  await teacher.getByLabel('In pieces').selectOption('two measures at a time');
  await clean(teacher);
  await teacher.getByRole('button', { name: 'Give it out' }).click();
  await expect(teacher).toHaveURL(/\/desk$/);

  const student = await signInStudent(
    await browser.newContext({ baseURL, viewport: { width: 390, height: 844 } }),
    'tomas',
  );
  await student
    .getByRole('link', { name: /2 Porch Light.*Next: Count aloud.*Measures 1 to 2/ })
    .first()
    .click();
  await expect(student.getByTestId('stage')).toHaveText('Count aloud: Measures 1 to 2', { timeout: 20_000 });
  await expect(student.getByText('you say when it went well')).toBeVisible();
  await expect(student.getByRole('button', { name: 'Play and record' })).toHaveCount(0);
  await student.waitForLoadState('networkidle');
  await student.getByRole('button', { name: 'Start the click' }).click();
  await expect(student.getByRole('status').filter({ hasText: 'Count in' })).toBeVisible();
  // Nothing can be said before it was done to the end.
  await expect(student.getByRole('button', { name: 'It went well' })).toHaveCount(0);
  await expect(student.getByRole('button', { name: 'It went well' })).toBeVisible({ timeout: 30_000 });
  await clean(student);
  await student.getByRole('button', { name: 'It went well' }).click();
  await expect(student.getByTestId('stage')).toHaveText('Name and finger: Measures 1 to 2', {
    timeout: 20_000,
  });
  await expect(student.getByText(/1 of \d+ done/)).toBeVisible();

  // Going back, and on to a stage that is played.
  await student.getByText('The whole way').click();
  await student.getByRole('link', { name: /Play the notes: Measures 1 to 2/ }).click();
  await expect(student.getByTestId('stage')).toHaveText('Play the notes: Measures 1 to 2', {
    timeout: 20_000,
  });
  await expect(student.getByRole('button', { name: 'Play and record' })).toBeVisible();
  await clean(student);
});
