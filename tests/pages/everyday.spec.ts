import { execFileSync } from 'node:child_process';
import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { axeFindings } from '../support/axe';
import { checkedTake, recordToFile, signInStudent, signInTeacher, weakMeasures } from '../support/browser';

/** A take of the demo, always there and checked. */
const demoTake = (page: Page) => page.locator('a[href^="/takes/"]').filter({ hasText: 'Slow Ferry' }).first();

const upload = (name: string, text: string) => ({
  name,
  mimeType: 'application/xml',
  buffer: Buffer.from(text),
});

test('what others made is named with its terms; nothing that is evaluated is allowed', async ({ page }) => {
  await page.goto('/sign-in');
  await page.getByRole('link', { name: 'Notices' }).click();
  await page.getByText(/^verovio/).click();
  await expect(page.getByText('GNU LESSER GENERAL PUBLIC LICENSE').first()).toBeVisible();
  await expect(page.getByText(/^Tinos|tinos/).first()).toBeVisible();
  expect(await axeFindings(page)).toEqual([]);
  const policy = (await page.request.get('/notices')).headers()['content-security-policy'];
  expect(policy).toContain("default-src 'self'");
  expect(policy).not.toContain("'unsafe-eval'");
});

test('a class is made, a student joins and signs in, and nobody else’s page opens', async ({
  browser,
  baseURL,
}) => {
  const teacherContext = await browser.newContext({ baseURL });
  const teacher = await signInTeacher(teacherContext);
  await teacher.goto('/classes');
  await teacher.getByLabel('Name of the class').fill('Saturday strings');
  await teacher.getByRole('button', { name: 'Make the class' }).click();
  await expect(teacher.getByRole('heading', { name: 'Saturday strings' })).toBeVisible();
  const code = (await teacher.locator('strong').textContent())!;
  await teacher.getByLabel('Name', { exact: true }).fill('Oona Reed');
  const userName = teacher.getByLabel('User name');
  await userName.fill('oona reed');
  await teacher.getByLabel('PIN').fill('804215');
  await teacher.getByLabel('Plays', { exact: true }).selectOption({ label: 'Viola' });
  const takeIn = teacher.getByRole('button', { name: 'Take into the class' });
  await takeIn.click();
  // What is wrong stands beside its field, which has the focus, and everything typed is still there.
  await expect(userName).toHaveAccessibleDescription(/and no spaces/);
  await expect(userName).toHaveAttribute('aria-invalid', 'true');
  await expect(userName).toBeFocused();
  await expect(teacher.getByLabel('Name', { exact: true })).toHaveValue('Oona Reed');
  await expect(teacher.getByLabel('Plays', { exact: true })).toHaveValue('viola');
  expect(await axeFindings(teacher)).toEqual([]);
  await userName.fill('oona');
  await takeIn.click();
  await expect(teacher.getByText('Oona Reed is in the class.')).toBeVisible();
  await expect(userName).toHaveValue('');
  await teacher.goto('/desk');
  const href = await teacher.locator('a[href^="/takes/"]').first().getAttribute('href');
  const take = href!.split('?')[0]!;

  const studentContext = await browser.newContext({ baseURL });
  const student = await studentContext.newPage();
  await student.goto('/practice');
  await expect(student).toHaveURL(/\/sign-in$/);
  await student.getByLabel('Class code').fill(code.toLowerCase());
  await student.getByLabel('User name').fill('oona');
  await student.getByLabel('PIN').fill('1111');
  await student.getByRole('button', { name: 'Come in' }).click();
  await expect(student.getByRole('alert').first()).toContainText('do not belong together');
  await student.getByLabel('Class code').fill(code);
  await student.getByLabel('User name').fill('oona');
  await student.getByLabel('PIN').fill('804215');
  await student.getByRole('button', { name: 'Come in' }).click();
  await expect(student.getByText('Your teacher has not given you a line yet.')).toBeVisible();
  for (const path of [take, '/desk', '/shelf', '/classes']) {
    await student.goto(path);
    await expect(student.getByText('Waiting for your word')).toHaveCount(0);
    await expect(student.locator('audio')).toHaveCount(0);
  }
  expect((await student.request.get(`/api${take}/audio`)).status()).toBe(404);
  await student.getByRole('button', { name: 'Sign out' }).click();
  await expect(student).toHaveURL(/\/sign-in$/);
  expect((await student.request.get(`/api${take}/audio`)).status()).toBe(401);
});

test('without permission the stand says how to allow the microphone', async ({ context }) => {
  const page = await signInStudent(context, 'ida');
  await page
    .getByRole('link', { name: /5 Kettle Song/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Play and record' }).click();
  await expect(page.getByRole('alert').first()).toContainText(/microphone/i);
  await expect(page.getByRole('button', { name: 'Play and record' })).toBeEnabled();
});

async function atTheFileChooser(context: BrowserContext): Promise<Page> {
  const page = await signInStudent(context, 'nuri');
  await page
    .getByRole('link', { name: /5 Kettle Song/ })
    .first()
    .click();
  await page.getByText('I have a recording already').click();
  return page;
}

test('a sound file is brought in instead, decoded and checked on the server', async ({ context }) => {
  const wav = recordToFile(5, 66, 1, [{ kind: 'wrong', noteId: 'm3n2', semitones: 3 }]);
  const mp3 = wav.replace('.wav', '.mp3');
  execFileSync('ffmpeg', ['-loglevel', 'error', '-i', wav, mp3]);
  const page = await atTheFileChooser(context);
  await page.getByLabel('Bring in a sound file').setInputFiles(mp3);
  await expect(page).toHaveURL(/\/takes\//);
  expect(await weakMeasures(page)).toEqual(['3 notes']);
});

test('a file that is no sound is refused in plain words', async ({ context }) => {
  const page = await atTheFileChooser(context);
  await page.getByLabel('Bring in a sound file').setInputFiles(upload('notes.mp3', 'no sound'));
  await expect(page.getByRole('alert').first()).toContainText('could not be read as sound');
});

test('a form that only the page’s own code can send waits for it', async ({ context }) => {
  const page = await signInTeacher(context);
  await page.goto('/shelf');
  await page.getByRole('link', { name: /2 Porch Light/ }).click();
  const link = page.getByRole('link', { name: 'Hear the simulated student play it' });
  const trial = (await link.getAttribute('href'))!;
  let arrive = () => {};
  const arrived = new Promise<void>((done) => {
    arrive = done;
  });
  await page.route('**/_next/static/chunks/**', async (route) => {
    await arrived;
    await route.continue();
  });
  await page.goto(trial, { waitUntil: 'commit' });
  const play = page.getByRole('button', { name: 'Play it', exact: true });
  await expect(play).toBeDisabled();
  arrive();
  await expect(play).toBeEnabled();
});

test('a teacher lets the simulated student play and sees the check', async ({ context }) => {
  const page = await signInTeacher(context);
  await page.goto('/shelf');
  await page.getByRole('link', { name: /2 Porch Light/ }).click();
  await page.getByRole('link', { name: 'Hear the simulated student play it' }).click();
  await page.getByRole('button', { name: 'Play it', exact: true }).click();
  await expect(page.getByTestId('next-step')).toContainText('Every measure was right');
  expect(await weakMeasures(page)).toEqual([]);
  await page.getByLabel('Played on').selectOption({ label: 'Violin' });
  await page.getByLabel('a wrong note').check();
  await page.getByRole('button', { name: 'Play it', exact: true }).click();
  await expect(page.getByTestId('next-step')).toContainText('Practise the notes of');
  expect(await weakMeasures(page)).toHaveLength(1);
});

test('recordings are served in ranges and kept out of caches', async ({ context }) => {
  const page = await signInTeacher(context);
  const href = (await demoTake(page).getAttribute('href'))!.split('?')[0];
  const response = await page.request.get(`/api${href}/audio`, { headers: { Range: 'bytes=0-99' } });
  expect(response.status()).toBe(206);
  expect(response.headers()).toMatchObject({ 'cache-control': 'private, no-store' });
  expect(await response.body()).toHaveLength(100);
  expect(response.headers()['content-range']).toMatch(/^bytes 0-99\/\d+$/);
  const elsewhere = { headers: { Origin: 'https://elsewhere.example' }, data: Buffer.from('x') };
  expect((await page.request.put(`/api${href}/pieces?from=0`, elsewhere)).status()).toBe(403);
  expect((await page.request.post(`/api${href}`, elsewhere)).status()).toBe(403);
});

test('the staff, the ledger and the player work by keyboard', async ({ context }) => {
  const page = await signInTeacher(context);
  await demoTake(page).click();
  await page.getByTestId('next-step').waitFor();
  const cell = page.locator('[data-measure]').nth(2);
  await cell.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  const slider = page.getByRole('slider', { name: 'Place in the recording' });
  await slider.focus();
  await page.keyboard.press('Home');
  await expect.poll(() => slider.inputValue().then(Number)).toBeLessThan(2);
});

test.describe('axe finds nothing', () => {
  const clean = async (page: Page) => {
    expect(await axeFindings(page)).toEqual([]);
  };

  test('on the sign-in page', async ({ page }) => {
    await page.goto('/sign-in');
    await clean(page);
  });

  test('on the teacher’s pages', async ({ context }) => {
    const page = await signInTeacher(context);
    await clean(page);
    for (const [path, link] of [
      ['/shelf', 'a[href^="/shelf/"]'],
      ['/classes', 'a[href^="/classes/"]'],
      ['/desk', 'a[href^="/takes/"]'],
    ] as const) {
      await page.goto(path);
      await clean(page);
      await page.locator(link).first().click();
      await page.waitForURL(/[0-9a-f-]{36}/);
      await page.locator('h1').waitFor();
      await clean(page);
    }
  });

  test('on the pages of a class', async ({ context }) => {
    const page = await signInTeacher(context);
    await page.goto('/classes');
    await page.getByRole('link', { name: /Tuesday flutes/ }).click();
    for (const [link, place] of [
      [/^Board/, /board$/],
      [/^Ida Quill/, /students/],
    ] as const) {
      await page.getByRole('link', { name: link }).click();
      await page.waitForURL(place);
      await page.locator('h1').waitFor();
      await clean(page);
    }
    await page.goto('/classes');
    await page.getByRole('link', { name: /Tuesday flutes/ }).click();
    await page.getByRole('link', { name: /^Roster/ }).click();
    await page.getByText('Move, leave').first().click();
    await clean(page);
    await page.goto('/desk');
    await page
      .getByRole('link', { name: /5 Kettle Song/ })
      .last()
      .click();
    await page.getByRole('heading', { name: 'Where the class stumbles' }).waitFor();
    await clean(page);
  });

  for (const viewport of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    test(`on the student’s pages at ${viewport.width} pixels`, async ({ context }) => {
      const page = await signInStudent(context, 'ida');
      await page.setViewportSize(viewport);
      await clean(page);
      await page
        .getByRole('link', { name: /5 Kettle Song/ })
        .first()
        .click();
      await page.getByRole('button', { name: 'Play and record' }).waitFor();
      await clean(page);
      await page.goto('/practice');
      await checkedTake(page).click();
      await page.getByTestId('next-step').waitFor();
      await clean(page);
      const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(overflow).toBeLessThanOrEqual(0);
    });
  }
});
