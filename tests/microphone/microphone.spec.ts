import { readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { writeWav } from '@/core/signal';
import {
  ADDRESS,
  chooseRung,
  launchWithMicrophone,
  recordToFile,
  seeVerdict,
  signInStudent,
  signInTeacher,
  weakMeasures,
} from '../support/browser';

/** Line 5, a pickup of one beat: three clicks of count-in take 2.05 s. */
const BPM = 88;
const LEAD_SECONDS = 3.6;

/** Opens a browser with a microphone, a student at the stand of line 5, and closes it again. */
async function atTheStand(
  wavPath: string,
  work: (page: Page) => Promise<void>,
  userName = 'ida',
): Promise<void> {
  const browser = await launchWithMicrophone(wavPath);
  try {
    const context = await browser.newContext({ baseURL: ADDRESS, viewport: { width: 820, height: 1100 } });
    const page = await signInStudent(context, userName);
    await page
      .getByRole('link', { name: /5 Kettle Song/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Play and record' }).waitFor();
    await page.waitForLoadState('networkidle');
    await chooseRung(page, BPM);
    await work(page);
  } finally {
    await browser.close();
  }
}

/** A busy machine drops pieces of the fake microphone's sound: that moves notes in time, but never their pitch. */
async function wrongNotes(page: Page): Promise<string[]> {
  return (await weakMeasures(page)).filter((text) => text.includes('notes'));
}

/** Lets a check pull the plug of the microphone that the page opened. */
const HOLD_THE_PLUG = `
  const devices = navigator.mediaDevices;
  const open = devices.getUserMedia.bind(devices);
  devices.getUserMedia = async (wish) => (window.plugged = await open(wish));
`;

test('what the device does in the middle is said at once, costs nothing, and the next take needs no reload', async () => {
  const take = recordToFile(5, BPM, LEAD_SECONDS, []);
  await atTheStand(take, async (page) => {
    await page.addInitScript(HOLD_THE_PLUG);
    await page.reload();
    await page.waitForLoadState('networkidle');
    await chooseRung(page, BPM);
    const key = page.getByRole('button', { name: 'Play and record' });

    await key.click();
    await expect(page.getByText('Play!')).toBeVisible({ timeout: 15_000 });
    await page.evaluate(`
      const [track] = window.plugged.getTracks();
      track.stop();
      track.dispatchEvent(new Event('ended'));
    `);
    await expect(page.getByRole('alert').first()).toContainText('The microphone is gone', { timeout: 2000 });
    await expect(page.getByRole('button', { name: 'Hand in' })).toHaveCount(0);

    await key.click();
    await expect(page.getByText('Play!')).toBeVisible({ timeout: 15_000 });
    await page.evaluate(`
      Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true });
      document.dispatchEvent(new Event('visibilitychange'));
    `);
    await expect(page.getByRole('alert').first()).toContainText('The page was put away', { timeout: 2000 });
    await page.evaluate(`delete document.visibilityState`);

    // Another microphone of the device is chosen, heard at once, and remembered.
    await page.getByRole('button', { name: 'Test the microphone' }).click();
    await page.getByLabel('Microphone', { exact: true }).selectOption({ index: 1 });
    const chosen = await page.getByLabel('Microphone', { exact: true }).inputValue();
    await expect(page.getByRole('meter', { name: 'Microphone level' })).toBeVisible();
    await expect
      .poll(() => page.evaluate(`window.plugged.getTracks()[0].getSettings().deviceId`))
      .toBe(chosen);
  });
});

test('silence is said to be silence, and nothing is handed in', async () => {
  const silence = join(tmpdir(), 'mevlo-silence.wav');
  writeFileSync(silence, writeWav({ samples: new Float32Array(44100 * 40), sampleRate: 44100 }));
  await atTheStand(silence, async (page) => {
    await page.getByRole('button', { name: 'Play and record' }).click();
    await expect(page.getByText('Play!')).toBeVisible({ timeout: 15_000 });
    await expect(page.getByRole('meter')).toHaveAttribute('aria-valuetext', 'very quiet');
    await expect(page.getByText('Mevlo hears nothing at all')).toBeVisible({ timeout: 15_000 });
    await expect(page.getByRole('alert').first()).toContainText('Not the faintest sound', {
      timeout: 15_000,
    });
    await expect(page.getByRole('button', { name: 'Hand in' })).toHaveCount(0);
  });
});

test('a take that is stopped by hand lacks the rest, and can be played again', async () => {
  await atTheStand(recordToFile(5, BPM, LEAD_SECONDS, []), async (page) => {
    await page.keyboard.press('Space');
    await expect(page.getByText('Play!')).toBeVisible({ timeout: 15_000 });
    await page.waitForTimeout(6100);
    await page.keyboard.press('Space');
    await seeVerdict(page);
    const weak = await weakMeasures(page);
    expect(weak).toContain('8 notes rhythm');
    expect(weak.some((text) => /^[012] /.test(text))).toBe(false);
    await page.keyboard.press('Space');
    await expect(page.getByText('Count …')).toBeVisible();
    // Before the line has begun there is nothing to keep.
    await page.getByRole('button', { name: /^Stop/ }).click();
    await expect(page.getByRole('button', { name: 'Play and record' })).toBeVisible();
  });
});

test('a microphone that is too loud is named, and the notes are still heard', async () => {
  const path = recordToFile(5, BPM, LEAD_SECONDS, []);
  const bytes = readFileSync(path);
  for (let at = 44; at + 1 < bytes.length; at += 2) {
    bytes.writeInt16LE(Math.max(-32768, Math.min(32767, bytes.readInt16LE(at) * 6)), at);
  }
  writeFileSync(path, bytes);
  await atTheStand(path, async (page) => {
    await page.keyboard.press('Space');
    await seeVerdict(page);
    await expect(page.getByText('The microphone was too loud in places.')).toBeVisible({ timeout: 60_000 });
    expect(await wrongNotes(page)).toEqual([]);
  });
});

test('the tempo of the rung is chosen, and a teacher may try the stand without handing in', async () => {
  const browser = await launchWithMicrophone(recordToFile(5, BPM, LEAD_SECONDS, []));
  try {
    const context = await browser.newContext({ baseURL: ADDRESS });
    const student = await signInStudent(context, 'tomas');
    const stand = await student
      .getByRole('link', { name: /5 Kettle Song/ })
      .first()
      .getAttribute('href');
    await context.clearCookies();
    const teacher = await signInTeacher(context);
    await teacher.goto(stand!);
    await teacher.waitForLoadState('networkidle');
    await chooseRung(teacher, BPM);
    await teacher.keyboard.press('Space');
    await seeVerdict(teacher);
    expect(await wrongNotes(teacher)).toEqual([]);
    await expect(teacher.getByText(/Asked/)).toContainText(`= ${BPM}, played 8`);
    await expect(teacher.getByRole('button', { name: 'Hand in' })).toHaveCount(0);
  } finally {
    await browser.close();
  }
});

test('a stage with the model playing along is recorded and checked like any other', async () => {
  // Line 1 at 120: four clicks of count-in take 2 s.
  const browser = await launchWithMicrophone(recordToFile(1, 120, 3.6, []));
  try {
    const context = await browser.newContext({ baseURL: ADDRESS });
    const teacher = await signInTeacher(context);
    await teacher.goto('/shelf');
    await teacher
      .getByRole('link', { name: /1 Two Steps and Stay/ })
      .first()
      .click();
    await teacher.getByLabel('Class').selectOption({ label: 'Tuesday flutes' });
    await teacher.getByLabel('Start at').fill('120');
    await teacher.getByLabel('Goal').fill('120');
    await teacher.getByLabel('How to learn it').selectOption('Read first');
    await teacher.getByLabel('Due').fill('2027-05-31');
    await teacher.getByRole('button', { name: 'Give it out' }).click();
    await expect(teacher).toHaveURL(/\/desk\?batch/);
    await context.clearCookies();
    const student = await signInStudent(context, 'ida');
    // When this is tried again, the line was given out before.
    const line = student
      .getByRole('link', { name: /1 Two Steps and Stay.*31 May/ })
      .filter({ hasText: 'Next: Read it at sight' })
      .first();
    const stand = await line.getAttribute('href');
    await line.click();
    await expect(student.getByTestId('stage')).toHaveText('Read it at sight: The whole line', {
      timeout: 20_000,
    });
    await student.waitForLoadState('networkidle');
    await student.keyboard.press('Space');
    await seeVerdict(student);
    expect(await wrongNotes(student)).toEqual([]);
    await student.getByRole('button', { name: 'Hand in' }).click();
    await expect(student).toHaveURL(/\/takes\//);
    await student.getByTestId('next-step').waitFor({ timeout: 60_000 });
    await student.goto('/practice');
    await expect(student.locator(`a[href="${stand}"]`).first()).toContainText('Next: Play the notes');
  } finally {
    await browser.close();
  }
});
