// Refreshes docs/screenshots from a running application with demo data: npm run screenshots [-- ADDRESS]
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM, FAKE_MICROPHONE } from './lib/chromium.mjs';
import { ROOT } from './lib/paths.mjs';
import { run, say } from './lib/say.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:3000';
const FOLDER = join(ROOT, 'docs/screenshots');
const DESKTOP = { width: 1280, height: 800 };
const TABLET = { width: 820, height: 1100 };
const PHONE = { width: 390, height: 844 };

/** One picture a main view: who looks, on what, and how to get there. */
const SHOTS = [
  { name: 'desk', who: 'Odile Harrow', viewport: DESKTOP, open: async () => {} },
  { name: 'shelf', who: 'Odile Harrow', viewport: DESKTOP, open: (page) => page.goto('/shelf') },
  {
    name: 'line',
    who: 'Odile Harrow',
    viewport: DESKTOP,
    open: (page) => follow(page, '/shelf', 'Three Lanterns'),
  },
  {
    name: 'study',
    who: 'Odile Harrow',
    viewport: DESKTOP,
    open: (page) => lookOver(page, '/shelf', 'Skipping Stones'),
  },
  {
    name: 'metronome-phone',
    who: 'Ida Quill',
    viewport: PHONE,
    open: startMetronome,
  },
  { name: 'writing', who: 'Odile Harrow', viewport: { ...DESKTOP, height: 980 }, open: write },
  {
    name: 'plans',
    who: 'Odile Harrow',
    viewport: { ...DESKTOP, height: 980 },
    open: (page) => page.goto('/plans'),
  },
  {
    name: 'given',
    who: 'Odile Harrow',
    viewport: DESKTOP,
    open: (page) => follow(page, '/desk', '7 Three Lanterns'),
  },
  {
    name: 'board',
    who: 'Odile Harrow',
    viewport: DESKTOP,
    open: (page) => ofClass(page, /^Board/),
  },
  {
    name: 'roster',
    who: 'Odile Harrow',
    viewport: { ...DESKTOP, height: 980 },
    open: (page) => ofClass(page, /^Roster/),
  },
  {
    name: 'recipe',
    who: 'Odile Harrow',
    viewport: DESKTOP,
    open: async (page) => {
      await page.goto('/shelf/recipe');
      await page.locator('[data-system]').first().waitFor();
    },
  },
  { name: 'trial', who: 'Odile Harrow', viewport: { ...DESKTOP, height: 980 }, open: tryOut },
  { name: 'record', who: 'Ida Quill', viewport: { ...DESKTOP, height: 980 }, open: openRecord },
  {
    name: 'take-teacher',
    who: 'Odile Harrow',
    viewport: { ...DESKTOP, height: 980 },
    open: (page) => follow(page, '/desk', 'Tomas Vale, 5 Kettle Song'),
  },
  { name: 'my-lines', who: 'Ida Quill', viewport: DESKTOP, open: async () => {} },
  {
    name: 'book',
    who: 'Ida Quill',
    viewport: DESKTOP,
    open: async (page) => {
      await page.goto('/my-book');
      await page.getByRole('heading', { name: /^Today/ }).waitFor();
    },
  },
  { name: 'stand-recording', who: 'Ida Quill', viewport: DESKTOP, open: record },
  {
    name: 'stage-phone',
    who: 'Ida Quill',
    viewport: PHONE,
    open: (page) => follow(page, '/practice', '7 Three Lanterns'),
  },
  {
    name: 'stand-rating-tablet',
    who: 'Nuri Ashdown',
    viewport: TABLET,
    open: rate,
  },
];

async function follow(page, path, text) {
  await page.goto(path);
  await page.getByRole('link', { name: text }).first().click();
  await page.locator('h1').waitFor();
  await page.waitForURL(/[0-9a-f-]{36}/);
}

async function lookOver(page, path, text) {
  await follow(page, path, text);
  await page.getByRole('link', { name: 'Look it over' }).click();
  await page.getByRole('heading', { name: 'Begin slowly' }).waitFor();
  await page
    .getByRole('button', { name: /half: what is it worth/ })
    .first()
    .click();
  await page.evaluate(() => scrollTo(0, 0));
}

async function ofClass(page, link) {
  await follow(page, '/classes', 'Tuesday flutes');
  await page.getByRole('link', { name: link }).click();
  await page.getByRole('heading', { name: /Tuesday flutes: / }).waitFor();
}

async function openRecord(page) {
  await page.goto('/my-record');
  await page.getByRole('heading', { name: 'Ratings over time' }).waitFor();
}

async function startLine(page, title) {
  await page.goto('/shelf');
  await page.getByLabel('Title', { exact: true }).fill(title);
  await page.getByRole('button', { name: 'Write it' }).click();
  await page.waitForURL(/write$/);
  await page.getByTestId('staff').first().waitFor();
}

async function press(page, keys) {
  for (const key of keys.split(' ')) await page.keyboard.press(key);
}

/** Some measures, a mark, a selection, and two measures that do not add up. */
async function write(page) {
  await startLine(page, 'Gate at Dusk');
  await press(page, 'q c b a g h a t q a r q . g i a h b q c u b u a > r m q g h a PageDown q c i d');
  for (const said of ['Calmly 80', 'mp']) {
    await page.keyboard.press('/');
    await page.keyboard.type(said);
    await page.keyboard.press('Enter');
  }
  await press(page, 'Control+ArrowLeft Control+ArrowLeft Control+ArrowLeft i f ArrowRight');
  await press(page, 'Shift+ArrowRight Shift+ArrowRight');
  await page.waitForTimeout(1200);
}

async function tryOut(page) {
  await follow(page, '/shelf', 'Hands Like Oars');
  await page.getByRole('link', { name: 'Hear the simulated student play it' }).click();
  await page.waitForLoadState('networkidle');
  await page.getByLabel('a note left out').check();
  await page.getByLabel('a hand or voice half a beat late').check();
  await page.getByRole('button', { name: 'Play it' }).click();
  await page.getByTestId('next-step').waitFor();
}

async function record(page) {
  await follow(page, '/practice', '5 Kettle Song');
  await page.waitForLoadState('networkidle');
  await page.keyboard.press('Space');
  await page.getByText('Play!').waitFor();
  await page.waitForTimeout(2500);
}

async function rate(page) {
  await record(page);
  await page.getByRole('heading', { name: /Your own ears first/ }).waitFor({ timeout: 60_000 });
  for (const [index, mark] of [8, 9, 7, 10].entries()) {
    await page.getByRole('main').getByRole('group').nth(index).getByText(`${mark}`, { exact: true }).click();
  }
}

async function startMetronome(page) {
  await page.goto('/metronome');
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: /Start/ }).click();
  await page.waitForTimeout(1500);
}

await run(async () => {
  const browser = await chromium.launch({ ...CHROMIUM, args: [...CHROMIUM.args, ...FAKE_MICROPHONE] });
  try {
    for (const { name, who, viewport, open } of SHOTS) {
      const context = await browser.newContext({ viewport, baseURL: address });
      const page = await context.newPage();
      if (who) {
        await page.goto('/sign-in');
        await page.getByRole('button', { name: who }).click();
        await page.waitForURL(/desk|practice/);
      }
      await open(page);
      // Some things come when everything else is there.
      await page.waitForTimeout(2000);
      await page.screenshot({ path: join(FOLDER, `${name}.png`) });
      await context.close();
      say(name);
    }
  } finally {
    await browser.close();
  }
});
