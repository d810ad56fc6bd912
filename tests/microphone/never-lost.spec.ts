// A take is never lost: reload while it is recorded, no connection, a server that dies while it is handed in.
import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { database } from '@/server/db/connection';
import { freePort, startApp } from '../../scripts/lib/app.mjs';
import { axeFindings } from '../support/axe';
import {
  ADDRESS,
  atStandOf,
  chooseRung,
  DATABASE_URL,
  launchWithMicrophone,
  recordToFile,
  seeVerdict,
  signInStudent,
} from '../support/browser';

const LINE = /5 Kettle Song/;
const BPM = 88;

/** Takes that the server has of a student, the first handed in first. */
async function takesOnServer(userName: string): Promise<{ id: string; bytes: number }[]> {
  const takes = await database()
    .selectFrom('take')
    .innerJoin('class_student', 'class_student.student_id', 'take.student_id')
    .select((e) => ['take.id', e.fn<number>('octet_length', ['take.audio']).as('bytes')])
    .where('class_student.user_name', '=', userName)
    .orderBy('take.handed_in_at')
    .execute();
  return takes;
}

const newTakes = async (userName: string, before: readonly { id: string }[]) =>
  (await takesOnServer(userName)).filter(({ id }) => before.every((take) => take.id !== id));

async function withMicrophone(
  work: (context: BrowserContext) => Promise<void>,
  baseURL = ADDRESS,
): Promise<void> {
  // One performance after the other, so that every take of a sitting has one.
  const browser = await launchWithMicrophone(recordToFile(5, BPM, 3.6, []));
  try {
    await work(await browser.newContext({ baseURL, viewport: { width: 820, height: 1100 } }));
  } finally {
    await browser.close();
  }
}

/** Records and waits for its verdict. */
async function record(page: Page): Promise<void> {
  await page.keyboard.press('Space');
  await seeVerdict(page);
}

const device = (page: Page) =>
  page.locator('section').filter({ has: page.getByRole('heading', { name: 'On this device' }) });

test('a reload in the middle of recording keeps what was played', async () => {
  test.setTimeout(120_000);
  const before = await takesOnServer('nuri');
  await withMicrophone(async (context) => {
    const page = await atStandOf(context, 'nuri', LINE, BPM);
    await page.keyboard.press('Space');
    await expect(page.getByText('Play!')).toBeVisible({ timeout: 20_000 });
    await page.waitForTimeout(6000);
    await page.reload();
    await page.getByRole('link', { name: 'My lines' }).click();
    await expect(device(page).getByRole('listitem')).toHaveCount(1, { timeout: 20_000 });
    expect(await axeFindings(page)).toEqual([]);
    // Its sound is loaded when somebody wants to hear it.
    await device(page)
      .getByRole('button', { name: /^Hear / })
      .click();
    const seconds = await device(page)
      .locator('audio')
      .evaluate(
        (audio: HTMLAudioElement) =>
          new Promise<number>((resolve) => {
            if (audio.readyState > 0) resolve(audio.duration);
            else audio.onloadedmetadata = () => resolve(audio.duration);
          }),
      );
    // Six seconds of playing and the moment before the line; what was not yet written is half a second at most.
    expect(seconds).toBeGreaterThan(5);
    expect(seconds).toBeLessThan(9);
    await device(page).getByRole('button', { name: 'Hand in' }).click();
    await expect(device(page)).toHaveCount(0, { timeout: 30_000 });
    expect(await newTakes('nuri', before)).toHaveLength(1);
  });
});

test('without a connection lines that were opened open, takes are recorded and kept, and arrive in order, once', async () => {
  test.setTimeout(180_000);
  const before = await takesOnServer('tomas');
  await withMicrophone(async (context) => {
    const page = await atStandOf(context, 'tomas', LINE);
    const stand = page.url();
    // The service worker keeps the page some time after it has settled.
    await expect
      .poll(() => page.evaluate(async (url) => (await caches.match(url)) !== undefined, stand), {
        timeout: 20_000,
      })
      .toBe(true);
    await context.setOffline(true);
    await page.goto('/practice');
    await page.getByRole('link', { name: LINE }).first().click();
    await page.waitForURL(stand);
    await page.getByRole('button', { name: 'Play and record' }).waitFor();
    await chooseRung(page, BPM);
    await record(page);
    await page.getByRole('button', { name: 'Hand in' }).click();
    await expect(page.getByText('You are offline. The take is kept on this device')).toBeVisible();
    // The microphone has nothing more to give: the second take is cut off by leaving the page.
    await page.keyboard.press('Space');
    await expect(page.getByText('Play!')).toBeVisible({ timeout: 20_000 });
    await page.waitForTimeout(3000);
    await page.goto('/practice');
    await expect(device(page).getByRole('listitem')).toHaveCount(2);
    await device(page).getByRole('button', { name: 'Hand in' }).click();
    await expect(page.getByText('2 handed in when online')).toBeVisible();
    const ids = await page.evaluate(
      () =>
        new Promise<string[]>((resolve) => {
          const open = indexedDB.open('mevlo-takes');
          open.onsuccess = () => {
            const all = open.result.transaction('takes').objectStore('takes').getAll();
            all.onsuccess = () =>
              resolve(
                (all.result as { id: string; recordedAtMs: number }[])
                  .sort((a, b) => a.recordedAtMs - b.recordedAtMs)
                  .map(({ id }) => id),
              );
          };
        }),
    );
    // A page that was never opened says so, and where one can go.
    await page.goto('/practice/00000000-0000-4000-8000-000000000000');
    await expect(page.getByRole('heading', { name: 'You are offline' })).toBeVisible();
    await page.getByRole('link', { name: /what do you play today/ }).click();
    await expect(device(page).getByRole('listitem')).toHaveCount(2);
    await context.setOffline(false);
    await expect(device(page)).toHaveCount(0, { timeout: 60_000 });
    expect((await newTakes('tomas', before)).map(({ id }) => id)).toEqual(ids);
  });
});

test('a server that dies while a take is handed in and comes back has it once', async () => {
  test.setTimeout(240_000);
  const port = await freePort();
  const start = () => startApp({ databaseUrl: DATABASE_URL, port, demo: true, seeded: true });
  let app = await start();
  const before = await takesOnServer('wren');
  try {
    await withMicrophone(async (context) => {
      const page = await atStandOf(context, 'wren', LINE, BPM);
      await record(page);
      let pieces = 0;
      let dying: Promise<void> | undefined;
      await page.route('**/pieces?from=*', async (route) => {
        // Two pieces arrive; then the server is gone.
        if (++pieces === 3) dying = app.stop();
        await dying;
        await route.continue().catch(() => {});
      });
      await page.getByRole('button', { name: 'Hand in' }).click();
      await expect(page.getByText('The take is kept on this device')).toBeVisible({ timeout: 30_000 });
      await dying;
      app = await start();
      await expect(page).toHaveURL(/\/takes\//, { timeout: 90_000 });
      const arrived = await newTakes('wren', before);
      expect(arrived).toHaveLength(1);
      expect(page.url()).toContain(arrived[0]!.id);
      await page.getByTestId('next-step').waitFor({ timeout: 60_000 });
      await page.goto('/practice');
      await expect(device(page)).toHaveCount(0);
    }, app.address);
  } finally {
    await app.stop();
  }
});

test('a server without room says so, and the take waits on the device', async () => {
  test.setTimeout(120_000);
  await withMicrophone(async (context) => {
    const page = await atStandOf(context, 'ida', LINE, BPM);
    await record(page);
    // PostgreSQL answers like this when its disk is full; the route handler makes a sentence of it.
    await page.route('**/pieces?from=*', (route) =>
      route.fulfill({ status: 507, json: { problem: 'The school’s server has no room left.' } }),
    );
    await page.getByRole('button', { name: 'Hand in' }).click();
    await expect(page.getByText('The school’s server has no room left.')).toBeVisible();
    await page.unroute('**/pieces?from=*');
    await expect(page).toHaveURL(/\/takes\//, { timeout: 60_000 });
  });
});

test('another student on the same device sees nothing of it', async () => {
  test.setTimeout(120_000);
  await withMicrophone(async (context) => {
    const page = await atStandOf(context, 'ida', LINE, BPM);
    await page.keyboard.press('Space');
    await expect(page.getByText('Play!')).toBeVisible({ timeout: 20_000 });
    await page.waitForTimeout(2500);
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: 'Not this time' }).or(page.getByRole('alert')).first().waitFor();
    await page.goto('/practice');
    await expect(device(page)).toHaveCount(1);
    await page.getByRole('button', { name: 'Sign out' }).click();
    await page.waitForURL(/sign-in/);
    const other = await signInStudent(context, 'tomas');
    await other.waitForLoadState('networkidle');
    await expect(device(other)).toHaveCount(0);
    // Nor does a page of the first one open without a connection.
    await expect
      .poll(
        () =>
          other.evaluate(async () => (await caches.keys()).filter((name) => name.includes('pages')).length),
        {
          timeout: 10_000,
        },
      )
      .toBeLessThanOrEqual(1);
  });
});
