// A teacher's week: colleagues, a week's work given out, slips taken back.
import { expect, type Page, test } from '@playwright/test';
import { axeFindings } from '../support/axe';
import { ADDRESS, signInTeacher } from '../support/browser';

/** Ready for a touch: the page is alive. */
async function go(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.waitForLoadState('networkidle');
}

test('a week’s work goes out with few touches, says who reads what, and comes back with one', async ({
  context,
}) => {
  const page = await signInTeacher(context);
  await go(page, '/shelf');
  let touches = 0;
  const touch = async (deed: Promise<unknown>) => {
    touches++;
    await deed;
  };
  for (const number of [4, 5, 11, 12])
    await touch(page.getByRole('checkbox', { name: new RegExp(`^Tick ${number} `) }).check());
  await touch(page.getByRole('link', { name: 'Give out 4 lines' }).click());
  await page.waitForURL(/give\?/);
  await page.waitForLoadState('networkidle');
  for (const name of ['Friday brass', 'Saturday harp and drums', 'Tuesday flutes']) {
    const box = page.getByRole('checkbox', { name: new RegExp(name) });
    if (!(await box.isChecked())) await touch(box.check());
  }
  // What is missing is said before it is made.
  await expect(page.getByText(/Who reads what; .*made/).first()).toBeVisible();
  await touch(page.getByLabel('Your word to the students').fill('Clap it first.'));
  expect(await axeFindings(page)).toEqual([]);
  await touch(page.getByRole('button', { name: 'Give out 4 lines to 3 classes' }).click());
  await page.waitForURL(/desk\?batch/);
  // Reported: four lines, three classes.
  test.info().annotations.push({ type: 'touches', description: `${touches}` });
  expect(touches).toBeLessThanOrEqual(20);
  await expect(page.getByText('12 times given out.')).toBeVisible();
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText('All 12 are taken back.')).toBeVisible();
});

test('what was given out is changed for everybody, and taken back by a slip it comes back', async ({
  context,
}) => {
  const page = await signInTeacher(context);
  const address = (await page.locator('a[href^="/given/"]').first().getAttribute('href'))!;
  await go(page, address);
  await page.getByLabel('Your word to the students').fill('Look at the rests.');
  await page.getByRole('button', { name: 'Change it for everybody' }).click();
  await expect(page.getByText('Changed for everybody.')).toBeVisible();
  await expect(page.getByLabel('Your word to the students')).toHaveValue('Look at the rests.');
  await expect(page.locator('main p').getByText('Look at the rests.')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Take it back' }).click();
  await page.waitForURL(/takenBack/);
  await expect(page.locator(`a[href="${address}"]`)).toHaveCount(0);
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: 'Give it out again' }).click();
  await expect(page.getByText('It is given out again, as it was.')).toBeVisible();
  await expect(page.locator(`a[href="${address}"]`)).not.toHaveCount(0);
});

test('a draft goes into the bin and comes back; a book is shared with a colleague', async ({ context }) => {
  const page = await signInTeacher(context);
  await go(page, '/shelf');
  await page.getByLabel('Title of the book').fill('Scraps');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.getByRole('link', { name: 'Scraps, empty' }).click();
  await page.waitForURL(/books/);
  await page.waitForLoadState('networkidle');
  await page.getByLabel('A colleague’s e-mail').fill('basil.thorne@mevlo.example');
  await page.getByRole('button', { name: 'Share it' }).click();
  await expect(page.getByText('reads it and gives it out')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Put it into the bin' }).click();
  await page.waitForURL(/binned/);
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('link', { name: 'Scraps, empty' })).toBeVisible();

  await go(page, '/shelf');
  await page.getByLabel('Title', { exact: true }).fill('Crumbs');
  await page.getByRole('button', { name: 'Write it' }).click();
  await page.waitForURL(/write$/);
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: 'Put it into the bin' }).click();
  await page.waitForURL(/binned=line/);
  await expect(page.getByText('Crumbs')).toHaveCount(0);
  await go(page, '/shelf/bin');
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: /^Remove it for good.*Crumbs/ }).click();
  await page.getByRole('button', { name: /^Yes, remove/ }).click();
  await expect(page.getByText('Gone for good.')).toBeVisible();
});

test('the head invites a colleague, who makes an account and finds the door again with a new password', async ({
  context,
  browser,
}) => {
  const page = await signInTeacher(context);
  await go(page, '/installation');
  await page.getByLabel('Invite a colleague').fill('runa.falk@mevlo.example');
  await page.getByRole('button', { name: 'Invite', exact: true }).click();
  const invitation = (await page.locator('p.select-all').textContent())!;
  expect(await axeFindings(page)).toEqual([]);

  const colleague = await (await browser.newContext({ baseURL: ADDRESS })).newPage();
  await go(colleague, new URL(invitation).pathname);
  expect(await axeFindings(colleague)).toEqual([]);
  await colleague.getByLabel('Your name').fill('Runa Falk');
  await colleague.getByLabel('Password').fill('eleven-otters');
  await colleague.getByRole('button', { name: 'Make my account' }).click();
  await colleague.waitForURL(/desk/);
  await go(colleague, '/account');
  await expect(colleague.getByText('this device')).toBeVisible();
  expect(await axeFindings(colleague)).toEqual([]);
  await colleague.goto('/installation');
  await expect(colleague.getByRole('heading', { name: 'This page is not on your stand' })).toBeVisible();

  // It opens once.
  const late = await (await browser.newContext({ baseURL: ADDRESS })).newPage();
  await go(late, new URL(invitation).pathname);
  await expect(late.getByRole('heading', { name: 'This invitation opens nothing' })).toBeVisible();
  await go(late, '/new-password');
  await late.getByLabel('E-mail').fill('runa.falk@mevlo.example');
  await late.getByRole('button', { name: 'Send me the link' }).click();
  await expect(late.getByText('the letter is on its way')).toBeVisible();

  // Without a mail server the head reads it in the box.
  await go(page, '/installation');
  await page.getByText('to runa.falk@mevlo.example: A new password for Mevlo').click();
  const letter = (await page
    .getByText(/new-password\//)
    .first()
    .textContent())!;
  await go(late, /\/new-password\/\S+/.exec(letter)![0]);
  await late.getByLabel('New password').fill('twelve-otters');
  await late.getByRole('button', { name: 'Take this one' }).click();
  await late.waitForURL(/sign-in/);
  // Whoever was signed in is not any more.
  await colleague.goto('/desk');
  await colleague.waitForURL(/sign-in/);
  await late.context().close();
  await colleague.context().close();
});

for (const [name, viewport] of [
  ['laptop', { width: 1280, height: 650 }],
  ['tablet', { width: 820, height: 1180 }],
] as const)
  test(`on a ${name} the answer keys are in sight with every take, and a slip is taken back`, async ({
    context,
  }) => {
    const page = await signInTeacher(context);
    await page.setViewportSize(viewport);
    await page.getByRole('link', { name: 'Hear them one by one' }).click();
    await page.waitForURL(/hearing/);
    const waiting = Number(
      /of (\d+)/.exec((await page.getByText(/^\d+ of \d+ that wait$/).textContent())!)![1],
    );
    for (let take = 0; take < Math.min(waiting, 10); take++) {
      await page.waitForLoadState('networkidle');
      await expect(page.getByRole('button', { name: 'Accept' })).toBeInViewport({ ratio: 1 });
      await expect(page.getByRole('button', { name: 'Once more, please' })).toBeInViewport({ ratio: 1 });
      await expect(page.getByRole('button', { name: 'Come and see me' })).toBeInViewport({ ratio: 1 });
      // Drawn for the first time, on a machine that does much else.
      const staff = page.locator('[data-measure]').first();
      // What could not be read as sound has none.
      const unreadable = page.getByText('This file could not be read as sound');
      await expect(staff.or(unreadable)).toBeInViewport({ timeout: 40_000 });
      expect(await page.evaluate(() => window.scrollY)).toBe(0);
      const address = page.url();
      await page.keyboard.press('n');
      await page.waitForURL((url) => url.href !== address);
    }
    const heard = page.url();
    await page.waitForLoadState('networkidle');
    await page.keyboard.press('a');
    await page.waitForURL(/answered/);
    await page.waitForLoadState('networkidle');
    await page.getByRole('button', { name: 'Take the answer back' }).first().click();
    await page.waitForURL((url) => url.pathname === new URL(heard).pathname);
    await expect(page.getByText(new RegExp(`^\\d+ of ${waiting} that wait$`))).toBeVisible();
  });
