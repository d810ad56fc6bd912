// The practice book: minutes by themselves, also without a connection; the plan of the day; goal and word; paper and calendar.
import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import ICAL from 'ical.js';
import { database } from '@/server/db/connection';
import { axeFindings } from '../support/axe';
import { signInStudent, signInTeacher } from '../support/browser';

/** Goes round in the line for some seconds. */
async function goRound(page: Page, ms: number): Promise<void> {
  await page.getByRole('button', { name: 'Go round' }).click();
  await page.getByRole('button', { name: /^Start/ }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible({ timeout: 20_000 });
  await page.waitForTimeout(ms);
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: 'Go round' }).click();
}

const secondsInBook = async (lineTitle: string) => {
  const rows = await database()
    .selectFrom('practice_spell')
    .innerJoin('assignment', 'assignment.id', 'practice_spell.assignment_id')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .innerJoin('user', 'user.id', 'practice_spell.student_id')
    .select(['practice_spell.id', 'practice_spell.seconds'])
    .where('user.name', '=', 'Wren Okoro')
    .where('line.title', '=', lineTitle)
    .where('practice_spell.ended_at', '>', new Date(Date.now() - 120_000))
    .execute();
  return rows;
};

test('minutes count while somebody practises, not while a page is open, and come in after a time without a connection', async ({
  context,
}) => {
  test.setTimeout(120_000);
  const page = await signInStudent(context, 'wren');
  await page
    .getByRole('link', { name: /5 Kettle Song/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Play and record' }).waitFor();
  await page.waitForLoadState('networkidle');
  await expect(page.getByTestId('played-for')).toContainText('You play for: up to');
  const before = await secondsInBook('Kettle Song');
  await page.waitForTimeout(4000);
  await page.getByRole('button', { name: 'Listen' }).click();
  await page.waitForTimeout(2500);
  await page.getByRole('button', { name: 'Stop' }).click();
  await goRound(page, 3000);
  await expect.poll(() => secondsInBook('Kettle Song'), { timeout: 15_000 }).toHaveLength(before.length + 1);
  const [first] = (await secondsInBook('Kettle Song')).filter(
    ({ id }) => !before.some((one) => one.id === id),
  );
  expect(first!.seconds).toBeGreaterThanOrEqual(2);
  expect(first!.seconds).toBeLessThanOrEqual(6);
  await context.setOffline(true);
  await goRound(page, 3000);
  await page.waitForTimeout(4000);
  expect(await secondsInBook('Kettle Song')).toContainEqual(first);
  await context.setOffline(false);
  await expect
    .poll(async () => (await secondsInBook('Kettle Song')).find(({ id }) => id === first!.id)?.seconds, {
      timeout: 20_000,
    })
    .toBeGreaterThanOrEqual(first!.seconds + 2);
});

test('goal of the student, word of the teacher, paper for those at home, a calendar', async ({
  context,
  browser,
}) => {
  const page = await signInStudent(context, 'nuri');
  await page.getByRole('link', { name: 'My book' }).click();
  await expect(page.getByRole('heading', { name: /^Today: \d+ minutes$/ })).toBeVisible();
  await page.waitForLoadState('networkidle');
  expect(await axeFindings(page)).toEqual([]);
  const main = page.getByRole('main');
  await main.getByLabel('What I want to reach').fill('All of it by heart');
  await main.getByLabel('Minutes a day').fill('0');
  await main.getByRole('button', { name: 'Keep it' }).click();
  // The browser itself refuses it, and nothing typed is gone.
  await expect(main.getByLabel('What I want to reach')).toHaveValue('All of it by heart');
  await main.getByLabel('Minutes a day').fill('6');
  await main.getByRole('button', { name: 'Keep it' }).click();
  await expect(main.getByText('It stands in your book.')).toBeVisible();
  await expect(page.getByRole('heading', { name: /^Today: [3-6] minutes$/ })).toBeVisible();
  const download = page.waitForEvent('download');
  await main.getByRole('button', { name: 'Into my calendar' }).click();
  const calendar = ICAL.parse(readFileSync(await (await download).path(), 'utf8'));
  expect(new ICAL.Component(calendar).getAllSubcomponents('vevent').length).toBeGreaterThan(1);
  const address = page.url();

  const other = await browser.newContext({ baseURL: new URL(address).origin });
  const teacher = await signInTeacher(other);
  await teacher.goto(address);
  await expect(teacher.getByText('All of it by heart')).toBeVisible();
  await teacher.waitForLoadState('networkidle');
  await teacher.getByLabel('Your word in this book').fill('Slow is fast.');
  await teacher.getByRole('button', { name: 'Write it in' }).click();
  await expect(teacher.getByText('It stands in the book.')).toBeVisible();
  expect(await axeFindings(teacher)).toEqual([]);
  await other.close();

  await page.reload();
  await expect(page.getByText('Slow is fast.')).toBeVisible();
  await page.getByRole('link', { name: 'The week on paper' }).click();
  await expect(page.getByRole('columnheader', { name: 'Today' })).toBeVisible();
  await expect(page.getByText('I want to reach:')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
});
