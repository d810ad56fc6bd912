import { expect, type Page, test } from '@playwright/test';
import { readMusicXml } from '@/core/formats';
import type { Score } from '@/core/notation';
import { blankScore, openDesk } from '@/core/writing';
import { axeFindings } from '../support/axe';
import { signInTeacher } from '../support/browser';
import { bookLine } from '../support/lines';
import { copyOut, FLUTE } from '../support/typist';

async function startLine(page: Page, title: string, instrument = 'Flute'): Promise<void> {
  await page.goto('/shelf');
  await page.getByLabel('Title', { exact: true }).fill(title);
  await page.getByLabel('For', { exact: true }).last().selectOption({ label: instrument });
  await page.getByRole('button', { name: 'Write it' }).click();
  await page.waitForURL(/\/write$/);
  await staff(page).waitFor();
}

const staff = (page: Page) => page.getByTestId('staff').first();
const stored = (page: Page) =>
  expect(page.getByText('Everything is stored.')).toBeVisible({ timeout: 15_000 });
const heads = (page: Page) => page.locator('svg [data-class="note"]');

async function type(page: Page, keys: string): Promise<void> {
  for (const key of keys.split(' ')) await page.keyboard.press(key);
}

/** The line as the server has it. */
async function download(page: Page): Promise<Score> {
  const lineId = /shelf\/([0-9a-f-]{36})/.exec(page.url())![1];
  const file = await page.request.get(`/api/lines/${lineId}/file?format=musicxml`);
  const read = readMusicXml(await file.body());
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return read.value;
}

const pitches = (score: Score) =>
  score.parts[0]!.measures.map(({ events }) =>
    events.map((event) =>
      event.kind === 'note'
        ? {
            pitch: event.pitch,
            value: event.value,
            tied: event.tiedToNext,
            slurs: [event.slurStarts, event.slurStops],
          }
        : { rest: event.value },
    ),
  );

test('the demo line with ties, dots, rests and a slur is typed with fewer than 90 presses', async ({
  context,
}) => {
  const line = bookLine(13);
  expect(line.part.measures).toHaveLength(8);
  const { presses } = copyOut(line, openDesk(blankScore('x', FLUTE)));
  const page = await signInTeacher(context);
  await startLine(page, 'Copied out');
  for (const key of presses) await page.keyboard.press(key === ' ' ? 'Space' : key);
  await expect(heads(page)).toHaveCount(
    line.part.measures.flatMap(({ events }) => events.filter(({ kind }) => kind === 'note')).length,
  );
  await stored(page);
  const asScore = { title: '', composer: undefined, parts: [line.part] };
  expect(pitches(await download(page))).toEqual(pitches(asScore));
  expect(presses.length).toBeLessThan(90);
  console.log(`Typed "${line.title}" (8 measures) with ${presses.length} key presses.`);
  await page.getByRole('button', { name: 'Put it on the stand' }).click();
  await expect(page).toHaveURL(/\/shelf\/[0-9a-f-]{36}$/);
  await expect(page.getByRole('button', { name: 'Give it out' })).toBeVisible();
});

test('a line is written with pen and palette, without a key', async ({ context }) => {
  const page = await signInTeacher(context);
  await startLine(page, 'By hand');
  const box = (await staff(page).boundingBox())!;
  await page.getByRole('button', { name: /^Pen/ }).click();
  await page.getByRole('button', { name: 'half', exact: true }).click();
  await page.mouse.click(box.x + box.width * 0.6, box.y + box.height / 2);
  await expect(heads(page)).toHaveCount(1);
  const wider = (await staff(page).boundingBox())!;
  await page.mouse.click(wider.x + wider.width - 60, wider.y + wider.height / 2 - 15);
  await expect(heads(page)).toHaveCount(2);
  await page.getByRole('button', { name: 'Half step up' }).click();
  await page.getByRole('button', { name: 'Same measure again' }).click();
  await expect(heads(page)).toHaveCount(4);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(heads(page)).toHaveCount(2);
  await stored(page);
  const [measure] = (await download(page)).parts[0]!.measures;
  expect(measure!.events.map((event) => event.value.base)).toEqual(['half', 'half']);
  const [first, second] = measure!.events.map((event) => {
    if (event.kind === 'rest' || event.pitch.kind === 'unpitched')
      throw new Error('a pitched note was expected');
    return event.pitch.spelling;
  });
  expect(`${second!.step}${second!.octave}`).not.toBe(`${first!.step}${first!.octave}`);
  expect(second!.alter).toBe(1);
});

test('what does not add up is said, mended with one press, and cannot be given out before', async ({
  context,
}) => {
  const page = await signInTeacher(context);
  await startLine(page, 'Too long, too short');
  await type(page, 'q c d e h f g r Enter q c');
  const faults = page.getByRole('list', { name: 'Measures that do not add up' });
  await expect(faults).toContainText('Measure 1 has 5 of 4 beats.');
  await page.getByRole('button', { name: 'Put it on the stand' }).click();
  await expect(page.getByRole('alert').first()).toContainText('measure 1: This measure has 5 of 4 beats.');
  await page.getByRole('button', { name: 'Tie it over the barline' }).click();
  await expect(faults).not.toContainText('Measure 1');
  await expect(page.locator('svg [data-class="tie"]')).toHaveCount(1);
  await page.goto('/shelf?search=Too long');
  await expect(page.getByText('Draft, not on the stand yet').first()).toBeVisible();
});

test('marks are said in words, and every sign is seen', async ({ context }) => {
  const page = await signInTeacher(context);
  await startLine(page, 'Said');
  await type(page, 'q c d e f');
  for (const said of ['key Bb', '3/4', 'Gently 72', 'mf', 'rit.', 'sing la', 'finger 3']) {
    await page.keyboard.press('/');
    await page.keyboard.type(said);
    await page.keyboard.press('Enter');
  }
  for (const kind of ['keySig', 'meterSig', 'tempo', 'dynam', 'dir', 'syl', 'fing'])
    await expect(page.locator(`svg [data-class="${kind}"]`).first()).toBeAttached();
  await page.keyboard.press('/');
  await page.keyboard.type('5/4');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').first()).toContainText('not something this line can have');
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Say it')).toHaveCount(0);
});

test('nothing is lost: a reload right after a key, a dropped connection', async ({ context }) => {
  const page = await signInTeacher(context);
  await startLine(page, 'Kept');
  await type(page, 'q c d e');
  await page.reload();
  await expect(heads(page)).toHaveCount(3);
  await stored(page);
  await context.setOffline(true);
  await type(page, 'f g');
  await expect(page.getByText('No connection.')).toBeVisible({ timeout: 15_000 });
  await context.setOffline(false);
  await stored(page);
  expect((await download(page)).parts[0]!.measures.flatMap(({ events }) => events)).toHaveLength(5);
});

test('two windows on one line do not overwrite each other', async ({ context }) => {
  const first = await signInTeacher(context);
  await startLine(first, 'Two windows');
  const second = await context.newPage();
  await second.goto(first.url());
  await staff(second).waitFor();
  await type(first, 'q c d');
  await stored(first);
  await type(second, 'q g');
  await expect(second.getByText('This line was changed in another window.')).toBeVisible();
  expect((await download(first)).parts[0]!.measures[0]!.events).toHaveLength(2);
  await second.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(second.getByLabel('Title', { exact: true })).toHaveValue('Two windows (copy)');
  await expect(heads(second)).toHaveCount(1);
  expect((await download(first)).title).toBe('Two windows');
});

test('parts follow the lead until they are written by hand', async ({ context }) => {
  const page = await signInTeacher(context);
  await startLine(page, 'Parted');
  await type(page, 'q c d e f');
  await page.getByLabel('A part for').selectOption({ label: 'Alto saxophone in E♭' });
  await page.getByRole('button', { name: 'Make the part' }).click();
  await expect(page.getByText('follows the lead; written there')).toBeVisible();
  await expect(page.locator('svg [data-class="keyAccid"]')).toHaveCount(3);
  await page.getByRole('button', { name: 'Write it by hand' }).click();
  await type(page, 'ArrowUp');
  await stored(page);
  const { parts } = await download(page);
  expect(parts.map(({ name, transpositionSemitones }) => [name, transpositionSemitones])).toEqual([
    ['Flute', 0],
    ['Alto saxophone in E♭', -9],
  ]);
});

test('axe finds nothing on the writing desk', async ({ context }) => {
  const page = await signInTeacher(context);
  await startLine(page, 'Checked');
  await type(page, 'q c d e h f g Enter /');
  expect(await axeFindings(page)).toEqual([]);
});
