import { expect, test } from '@playwright/test';
import { sql } from 'kysely';
import { database } from '@/server/db/connection';
import { DEMO_COLLEAGUE } from '@/server/demo/scenario';
import { axeFindings } from '../support/axe';
import { ADDRESS, openTake, signInStudent, signInTeacher } from '../support/browser';

test('whoever looks after the installation sees how it stands; a colleague does not', async ({
  context,
  browser,
}) => {
  const page = await signInTeacher(context);
  await page.getByRole('link', { name: 'Odile Harrow' }).click();
  await expect(page.getByRole('heading', { name: 'Remove the account' })).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('link', { name: 'How it stands' }).click();
  await expect(page.getByRole('heading', { name: 'Work' })).toBeVisible();
  await expect(page.getByText('No backup was made yet.')).toBeVisible();
  await expect(page.getByText(/^\d+, together [\d.]+ MB$/)).toBeVisible();
  // Nobody's name.
  await expect(page.getByRole('main')).not.toContainText('Quill');
  expect(await axeFindings(page)).toEqual([]);
  const other = await (await browser.newContext({ baseURL: ADDRESS })).newPage();
  await other.goto('/sign-in');
  await other.getByRole('tab', { name: 'I teach' }).click();
  await other.getByLabel('E-mail').fill(DEMO_COLLEAGUE.email);
  await other.getByLabel('Password').fill(DEMO_COLLEAGUE.password);
  await other.getByRole('button', { name: 'Come in' }).click();
  await expect(other).toHaveURL(/\/desk$/);
  await other.goto('/installation');
  await expect(other.getByRole('heading', { name: 'Work' })).toHaveCount(0);
  await other.context().close();
});

test('a check that went wrong is said, the take can be heard, and is checked once more', async ({
  context,
}) => {
  const page = await signInTeacher(context);
  await openTake(page, 'Ida Quill', 'Slow Ferry');
  const takeId = /takes\/([^?]+)/.exec(page.url())![1]!;
  await sql`update take set state = 'failed', failure = 'The check of this recording went wrong.', problem = 'RangeError: x'
    where id = ${takeId}`.execute(database());
  await page.reload();
  await expect(page.getByText('The check of this recording went wrong.')).toBeVisible();
  await expect(page.locator('audio[aria-label="The recording"]')).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Check it again' }).click();
  await page.getByTestId('next-step').waitFor({ timeout: 60_000 });
});

test('what a teacher typed stays: offline, and when the sign-in has ended', async ({ context }) => {
  const page = await signInTeacher(context);
  // A part of the page that comes later cannot be fetched: the page stays.
  await page.route('**/_next/static/chunks/*.js', async (route) => {
    const response = await route.fetch();
    if ((await response.text()).includes('recharts')) await route.abort();
    else await route.fulfill({ response });
  });
  await openTake(page, 'Ida Quill', 'Slow Ferry');
  const word = page.getByLabel('Your word to the student');
  await word.fill('A long word that took a minute to type.');
  await page.getByText('Tempo from measure to measure.').scrollIntoViewIfNeeded();
  await expect(page.getByText('This part could not be fetched.')).toBeVisible();
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await context.setOffline(true);
  await page.getByRole('button', { name: 'Accept' }).click();
  await expect(page.getByText(/You are offline\. What you typed stays here/)).toBeVisible();
  await expect(word).toHaveValue('A long word that took a minute to type.');
  await context.setOffline(false);
  const cookies = await context.cookies();
  await context.clearCookies();
  await page.getByRole('button', { name: 'Accept' }).click();
  await expect(page.getByText(/You are signed out\. Sign in again in another tab/)).toBeVisible();
  await expect(word).toHaveValue('A long word that took a minute to type.');
  await context.addCookies(cookies);
  await page.getByRole('button', { name: 'Accept' }).click();
  const comments = async () =>
    (await database().selectFrom('take_answer').select('comment').execute()).map(({ comment }) => comment);
  await expect.poll(comments).toContain('A long word that took a minute to type.');
  await page.goto('/desk');
  await page.waitForLoadState('networkidle');
  // The sign-out says so, too, and the page stays.
  await context.setOffline(true);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByText('The school cannot be reached: you are still signed in.')).toBeVisible();
  await context.setOffline(false);
});

test('nobody is recorded without consent where the class requires it', async ({ context, browser }) => {
  const page = await signInTeacher(context);
  await page.goto('/classes');
  await page
    .getByRole('link', { name: /Friday brass/ })
    .first()
    .click();
  await page
    .getByRole('link', { name: /roster/i })
    .first()
    .click();
  const rule = page.getByLabel('Record nobody without consent');
  await rule.check();
  await expect
    .poll(
      async () =>
        (
          await database()
            .selectFrom('class')
            .select('requires_consent')
            .where('name', '=', 'Friday brass')
            .executeTakeFirst()
        )?.requires_consent,
    )
    .toBe(true);
  expect(await axeFindings(page)).toEqual([]);
  const student = await signInStudent(await browser.newContext({ baseURL: ADDRESS }), 'leni');
  await student.locator('a[href^="/practice/"]').first().click();
  await expect(student.getByText(/You are not recorded: nobody has agreed to it/)).toBeVisible();
  await expect(student.getByRole('button', { name: /Play and record/ })).toHaveCount(0);
  await expect(student.getByText('I have a recording already')).toHaveCount(0);
  await expect(student.getByRole('button', { name: 'Listen' })).toBeVisible();
  expect(await axeFindings(student)).toEqual([]);
  await rule.uncheck();
  await student.context().close();
});

test('machines are answered, strangers are not', async ({ request }) => {
  expect(await (await request.get('/healthz')).text()).toBe('alive\n');
  expect((await request.get('/readyz')).status()).toBe(200);
  // Nobody was given the token.
  expect((await request.get('/metrics')).status()).toBe(404);
  expect((await request.get('/_next/image?url=%2Ficon.svg&w=64&q=75')).status()).toBe(404);
  expect((await request.get('/takes/%00')).status()).toBe(400);
  const fromElsewhere = (origin: string) => request.post('/sign-in', { headers: { origin } });
  expect((await fromElsewhere('null')).status()).toBe(403);
  expect((await fromElsewhere('https://elsewhere.example')).status()).toBe(403);
  const headers = (await request.get('/sign-in')).headers();
  expect(headers['content-security-policy']).toMatch(/script-src 'nonce-[^']+' 'strict-dynamic'/);
  expect(headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/);
  // Without https nobody is told to stay there.
  expect(headers['strict-transport-security']).toBeUndefined();
});

test('no script runs that the page has not made', async ({ page }) => {
  await page.goto('/sign-in');
  const violated = page.evaluate(
    () =>
      new Promise<string>((resolve) => {
        document.addEventListener('securitypolicyviolation', (event) => resolve(event.violatedDirective), {
          once: true,
        });
        const script = document.createElement('div');
        script.innerHTML = '<img src="x" onerror="window.wasRun = true">';
        document.body.append(script);
      }),
  );
  expect(await violated).toContain('script-src');
  expect(await page.evaluate(() => (window as { wasRun?: boolean }).wasRun)).toBeUndefined();
});

test('an update of Mevlo does not take away what a device kept for offline use', async ({ context }) => {
  const page = await signInStudent(context, 'tomas');
  const PATH = '/practice/kept-by-an-earlier-build';
  await page.evaluate(async (path) => {
    const registration = await navigator.serviceWorker.ready;
    const kept = await caches.open('mevlo-pages-earlier');
    const html = new Response('<h1>Kept before</h1>', { headers: { 'Content-Type': 'text/html' } });
    await kept.put(new URL(path, location.href).href, html);
    // The next one is installed and activated like one of another build.
    await registration.unregister();
  }, PATH);
  await page.reload();
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await context.setOffline(true);
  await page.goto(PATH);
  await expect(page.getByRole('heading', { name: 'Kept before' })).toBeVisible();
  await context.setOffline(false);
  // Whoever signs out leaves nothing, of whatever build.
  await page.goto('/practice');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/sign-in$/);
  await expect
    .poll(() =>
      page.evaluate(async () => (await caches.keys()).filter((name) => name.startsWith('mevlo-pages'))),
    )
    .toEqual([]);
});

/** Every page that is somebody's, asked by somebody else and for what is not there: the same answer. */
test('pages of others are answered like pages that are not there', async ({ browser }) => {
  const one = async (query: string) =>
    (await sql<{ id: string }>`${sql.raw(query)}`.execute(database())).rows[0]!.id;
  const flutes = "(select id from class where name = 'Tuesday flutes')";
  const [take, assignment, student, line, classId] = [
    await one(
      `select take.id from take join assignment a on a.id = assignment_id where a.class_id = ${flutes} limit 1`,
    ),
    await one(`select id from assignment where class_id = ${flutes} limit 1`),
    await one(`select student_id as id from class_student where class_id = ${flutes} limit 1`),
    await one('select id from line limit 1'),
    await one(flutes.slice(1, -1)),
  ];
  const pages = (ids: {
    take: string;
    assignment: string;
    student: string;
    line: string;
    classId: string;
  }) => [
    `/takes/${ids.take}`,
    `/practice/${ids.assignment}`,
    `/practice/${ids.assignment}/study`,
    `/given/${ids.assignment}`,
    `/given/${ids.assignment}/plan`,
    `/students/${ids.student}`,
    ...['', '/study', '/trial', '/write'].map((part) => `/shelf/${ids.line}${part}`),
    ...['', '/board', '/pace', '/roster'].map((part) => `/classes/${ids.classId}${part}`),
    '/installation',
  ];
  const none = crypto.randomUUID();
  const theirs = pages({ take, assignment, student, line, classId });
  const missing = pages({ take: none, assignment: none, student: none, line: none, classId: none });
  // A student of another class; and nobody.
  const leni = await signInStudent(await browser.newContext({ baseURL: ADDRESS }), 'leni');
  const nobody = await browser.newContext({ baseURL: ADDRESS });
  const seen = async (request: typeof leni.request, path: string) => {
    const answer = await request.get(path, { maxRedirects: 0 });
    const text = (await answer.text())
      .replace(/<script[\s\S]*?<\/script>|<[^>]+>/g, ' ')
      .replace(/\s+/g, ' ');
    return `${answer.status()} ${answer.headers().location ?? ''} ${text.slice(0, 3000)}`;
  };
  for (const [index, path] of theirs.entries()) {
    for (const request of [leni.request, nobody.request]) {
      const [foreign, absent] = [await seen(request, path), await seen(request, missing[index]!)];
      expect.soft(foreign, path).toBe(absent);
      expect.soft(foreign, path).not.toMatch(/Quill|Kettle Song|Slow Ferry/);
    }
  }
  await leni.context().close();
  await nobody.close();
});
