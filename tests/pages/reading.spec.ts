// A minute of reading from one's own lines, kept between visits and seen by the teacher.
import { expect, type Page, test } from '@playwright/test';
import { database } from '@/server/db/connection';
import { countKnown } from '@/server/db/queries/drills';
import { axeFindings } from '../support/axe';
import { ADDRESS, signInStudent, signInTeacher } from '../support/browser';

/** Answers the question at hand with its last choice, which is seldom right. @returns what was said to it; undefined for what is clapped. */
async function answer(page: Page): Promise<string | undefined> {
  const question = page.getByRole('region', { name: 'Question' });
  // The answer to the one before stands for a moment.
  await expect(question.getByRole('status')).toBeEmpty();
  if ((await question.getAttribute('data-item'))!.startsWith('clap ')) {
    await question.getByRole('button', { name: 'Not now' }).click();
    return undefined;
  }
  await question.getByRole('button').last().click();
  const said = question.getByRole('status');
  await expect(said).not.toBeEmpty();
  return (await said.textContent())!.trim();
}

test('a minute of reading: what is missed is said, kept, asked again and seen by the teacher', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const student = await signInStudent(await browser.newContext({ baseURL: ADDRESS }), 'nuri');
  await student.getByRole('link', { name: 'Read for a minute' }).click();
  // Drawn without counts for the first time.
  await student.getByRole('button', { name: 'Start' }).click({ timeout: 60_000 });
  await expect(
    student.getByText(/called|worth|which way|fingered|spell|signature|completes|hear\?|Clap this/),
  ).toBeVisible();
  expect(await axeFindings(student)).toEqual([]);
  const said: string[] = [];
  for (;;) {
    const over = student.getByRole('region', { name: 'How it went' });
    const question = student.getByRole('region', { name: 'Question' }).getByRole('button').first();
    await expect(over.or(question.and(student.locator(':enabled')))).toBeVisible({ timeout: 10_000 });
    if (await over.isVisible()) break;
    const words = await answer(student);
    if (words !== undefined) said.push(words);
  }
  const missed = said.filter((words) => words.startsWith('It is ')).length;
  // A busy machine needs its time for each.
  expect(said.length).toBeGreaterThan(1);
  expect(missed).toBeGreaterThan(0);
  await expect(student.getByText(`${said.length - missed} of ${said.length} right.`)).toBeVisible();
  expect(await axeFindings(student)).toEqual([]);
  const first = (await student.getByRole('listitem').first().textContent())!;

  const teacher = await signInTeacher(await browser.newContext({ baseURL: ADDRESS }));
  await teacher.getByRole('link', { name: 'Classes' }).click();
  await teacher
    .getByRole('link', { name: /Tuesday flutes/ })
    .first()
    .click();
  await teacher.getByRole('link', { name: 'Nuri Ashdown' }).click();
  await expect(teacher.getByRole('heading', { name: 'Reading, not known yet' })).toBeVisible();
  await expect(
    teacher.getByText(new RegExp(`${first.replace(/[.*+?^$()|[\]\\]/g, '\\$&')}: missed \\d+ of \\d+`)),
  ).toBeVisible();
});

test('without a connection: a minute of reading opens, its answers wait on the device and arrive later', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const context = await browser.newContext({ baseURL: ADDRESS });
  const student = await signInStudent(context, 'tomas');
  await student.getByRole('link', { name: 'Read for a minute' }).click();
  await expect(student.getByRole('button', { name: 'Start' })).toBeVisible({ timeout: 60_000 });
  const isKept = () =>
    student.evaluate(async () => {
      const names = (await caches.keys()).filter((name) => name.startsWith('mevlo-pages-'));
      const pages = await Promise.all(names.map(async (name) => (await caches.open(name)).keys()));
      return pages.flat().some(({ url }) => new URL(url).pathname === '/reading');
    });
  await student.reload();
  await expect.poll(isKept, { timeout: 30_000 }).toBe(true);
  const { id } = await database()
    .selectFrom('user')
    .select('id')
    .where('name', 'like', 'Tomas%')
    .executeTakeFirstOrThrow();
  const before = await countKnown(id);
  // What else the page will need comes a moment later.
  await student.waitForTimeout(6000);
  await context.setOffline(true);
  await student.reload();
  await student.getByRole('button', { name: 'Start' }).click();
  let answered = 0;
  while (answered < 3) if ((await answer(student)) !== undefined) answered++;
  expect(await countKnown(id)).toBe(before);
  await context.setOffline(false);
  await expect.poll(() => countKnown(id), { timeout: 30_000 }).toBe(before + 3);
  await context.close();
});
