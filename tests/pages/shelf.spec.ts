import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { readMusicXml } from '@/core/formats';
import { axeFindings } from '../support/axe';
import { signInStudent, signInTeacher } from '../support/browser';
import { bookLine, scoreXml } from '../support/lines';

const upload = (name: string, text: string) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(text),
});

async function bringIn(page: Page, name: string, text: string): Promise<void> {
  await page.goto('/shelf');
  await page.getByLabel('File').setInputFiles(upload(name, text));
  await page.getByRole('button', { name: 'Bring it in' }).click();
}

const cards = (page: Page) => page.getByRole('main').locator('li a[href^="/shelf/"]');

async function clean(page: Page): Promise<void> {
  expect(await axeFindings(page)).toEqual([]);
}

test('a right file goes on the stand, an odd one is reported, a wrong one is a draft, a broken one is refused', async ({
  context,
}) => {
  const page = await signInTeacher(context);
  await bringIn(page, 'right.musicxml', scoreXml(['C4q D4e E4e F4h', 'G4w']));
  await expect(page).toHaveURL(/\/shelf\/[0-9a-f-]{36}$/);
  await expect(page.getByRole('img', { name: /Written music/ })).toBeVisible();

  await bringIn(
    page,
    'tune.abc',
    'X:1\nT:Spelled Out\nM:3/4\nL:1/4\nK:G\nG A B|"Am13b9"A3|(5:4:5G/A/B/c/d/ c|]\n',
  );
  await expect(page.getByText('“Spelled Out” is on the shelf as a draft.')).toBeVisible();
  await expect(page.getByText('measure 2: A chord symbol was left out.')).toBeVisible();
  await expect(
    page.getByText(
      'measure 3: A group of notes in the time of others cannot be kept (triplets and duplets can); a rest stands in its place.',
    ),
  ).toBeVisible();
  await clean(page);
  // What lost notes waits until somebody has compared it with the print.
  await page.getByRole('link', { name: 'Mend it on the writing desk' }).click();
  await expect(page.getByText('Notes of the file are missing here.')).toBeVisible();
  await clean(page);
  await page.getByRole('button', { name: 'I have looked at it' }).click();
  await page.getByRole('button', { name: 'Put it on the stand' }).click();
  await expect(page).toHaveURL(/\/shelf\/[0-9a-f-]{36}$/);

  await bringIn(page, 'short.musicxml', scoreXml(['C4w', 'G4h Rq', 'C4w']));
  await expect(page.getByText('as a draft.')).toBeVisible();
  await expect(page.getByText('measure 2: This measure has 3 of 4 beats.')).toBeVisible();
  await page.getByRole('link', { name: 'Mend it on the writing desk' }).click();
  await page.getByRole('button', { name: 'Add a quarter rest' }).click();
  await page.getByRole('button', { name: 'Put it on the stand' }).click();
  await expect(page).toHaveURL(/\/shelf\/[0-9a-f-]{36}$/);

  await bringIn(page, 'cut.musicxml', scoreXml(['C4w']).slice(0, 400));
  await expect(page.getByRole('alert').first()).toContainText('The line was not brought in');
});

test('lines are found by words, by instrument and by what is in them, and dragged by keyboard', async ({
  context,
}) => {
  const page = await signInTeacher(context);
  await page.goto('/shelf');
  await page.getByLabel('Find').fill('felt in two');
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(page.getByRole('status').first()).toContainText('1 line found');
  await expect(cards(page)).toContainText(['8 Hill and Hollow']);
  await page.goto('/shelf?instrument=viola');
  await expect(cards(page)).toContainText(['7 Three Lanterns']);
  await page.getByLabel('With').selectOption({ label: 'ties' });
  await page.getByLabel('For', { exact: true }).first().selectOption({ label: 'Cello' });
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(cards(page)).toHaveText([/4 Slow Ferry/]);
  // The opening is a picture of its own, and really one.
  const opening = cards(page).first().locator('img');
  await expect.poll(() => opening.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(100);

  await page.getByRole('link', { name: 'Show all' }).click();
  const titles = () =>
    cards(page).evaluateAll((all) => all.slice(0, 2).map((a) => a.textContent!.slice(0, 7)));
  await expect.poll(titles).toEqual(['1 Two S', '2 Porch']);
  await page.getByRole('button', { name: 'Move 1 Two Steps and Stay' }).focus();
  for (const key of ['Enter', 'ArrowRight', 'Enter']) {
    await page.keyboard.press(key);
    await page.waitForTimeout(300);
  }
  await expect.poll(titles).toEqual(['2 Porch', '1 Two S']);
  await page.waitForLoadState('networkidle');
  await page.reload();
  expect(await titles()).toEqual(['2 Porch', '1 Two S']);
  await page.getByRole('button', { name: 'Move 1 Two Steps and Stay' }).focus();
  for (const key of ['Enter', 'ArrowLeft', 'Enter']) {
    await page.keyboard.press(key);
    await page.waitForTimeout(300);
  }
  await expect.poll(titles).toEqual(['1 Two S', '2 Porch']);
});

test('every student of a mixed class gets the part for the instrument played', async ({
  browser,
  baseURL,
}) => {
  const teacher = await signInTeacher(await browser.newContext({ baseURL }));
  await teacher.goto('/shelf?search=Harbour');
  await cards(teacher).first().click();
  await expect(teacher.getByRole('navigation', { name: 'Parts' }).getByRole('link')).toHaveText([
    'Trumpet in B♭',
    'Trombone',
    'Euphonium',
    'Horn in F',
    'Tuba',
  ]);
  await teacher.getByRole('link', { name: 'Tuba' }).click();
  await expect(teacher.getByRole('img', { name: /Written music/ }).first()).toBeVisible();
  const [trumpet, trombone] = [
    await signInStudent(await browser.newContext({ baseURL }), 'leni'),
    await signInStudent(await browser.newContext({ baseURL }), 'pavel'),
  ];
  const clefOf = async (student: Page) => {
    await student
      .getByRole('link', { name: /11 Harbour Bell/ })
      .first()
      .click();
    await student
      .getByRole('img', { name: /Written music/ })
      .first()
      .waitFor();
    return student.locator('svg [data-class="clef"] use').first().getAttribute('xlink:href');
  };
  // SMuFL names of the two clefs: U+E050 and U+E062.
  expect(await clefOf(trumpet)).toMatch(/E050/);
  expect(await clefOf(trombone)).toMatch(/E062/);
});

test('a line is taken away as MusicXML and as MIDI', async ({ context }) => {
  const page = await signInTeacher(context);
  await page.goto('/shelf?search=Skipping');
  await cards(page).first().click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'MusicXML file' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('9 Skipping Stones.musicxml');
  const read = readMusicXml(readFileSync(await download.path()));
  expect(read.ok && read.value.parts.map(({ name }) => name)).toEqual([
    'Flute',
    'Soprano recorder',
    'Horn in F',
  ]);
  expect(read.ok && read.value.parts[0]!.measures).toEqual(bookLine(9).part.measures);
  const midi = await page.request.get(
    (await page.getByRole('link', { name: 'MIDI file' }).getAttribute('href'))!,
  );
  expect((await midi.body()).subarray(0, 4).toString()).toBe('MThd');
});

/** What comes out of the printer, in points. */
async function printed(page: Page) {
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  const [right, top] = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/
    .exec(pdf)!
    .slice(1)
    .map((n) => Math.round(Number(n)));
  return { pages: pdf.match(/\/Type \/Page\b/g)?.length, width: right, height: top };
}

test('a practice sheet is printed clean, on A4 and Letter, with and without counting', async ({
  context,
}) => {
  const page = await signInTeacher(context);
  await page.goto('/shelf?search=Porch');
  await cards(page).first().click();
  await page.getByRole('link', { name: 'Print' }).click();
  await page.getByLabel('Add a line').selectOption({ label: 'Lantern Lane, book 1: 4 Slow Ferry' });
  await expect(page.getByRole('heading', { name: '4 Slow Ferry' })).toBeVisible();
  const counts = () =>
    page
      .locator('main svg text')
      .filter({ hasText: /^\(?2\)?$/ })
      .count();
  expect(await counts()).toBeGreaterThan(0);
  await clean(page);
  await page.getByLabel('Counting').selectOption('no');
  await expect.poll(counts).toBe(0);
  await expect(page.getByRole('heading', { name: '4 Slow Ferry' })).toBeVisible();
  for (const [paper, width, height] of [
    ['a4', 595, 842],
    ['letter', 612, 792],
  ] as const) {
    await page.getByLabel('Paper').selectOption(paper);
    await expect.poll(() => printed(page)).toEqual({ pages: 1, width, height });
  }
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  await expect(page.getByRole('button', { name: /Leave out/ }).first()).toBeHidden();
});

test('a number, a page, a level and a token are noted; a line that is given out stays', async ({
  context,
}) => {
  const page = await signInTeacher(context);
  await page.goto('/shelf?search=Kettle');
  await cards(page).first().click();
  await page.getByLabel('Token for it').fill('kettle bead');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText('Noted.')).toBeVisible();
  await page.getByRole('button', { name: 'Put it into the bin' }).click();
  await expect(page.getByRole('alert').first()).toContainText('was given out');
  await page.goto('/shelf?search=Kettle');
  await expect(cards(page).first()).toContainText('kettle bead');
  await clean(page);
});
