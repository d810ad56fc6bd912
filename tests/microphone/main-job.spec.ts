import { type Browser, expect, test } from '@playwright/test';
import {
  ADDRESS,
  launchWithMicrophone,
  recordToFile,
  seeVerdict,
  signInStudent,
  signInTeacher,
  weakMeasures,
} from '../support/browser';

// Line 6 at 80: seven clicks of count-in take 5.25 s; the student comes in soon after, when a busy machine is ready, too.
const BPM = 80;
const LEAD_SECONDS = 6.7;

let browser: Browser;
test.beforeAll(async () => {
  const take = recordToFile(6, BPM, LEAD_SECONDS, [
    { kind: 'wrong', noteId: 'm2n2', semitones: -2 },
    { kind: 'late', noteId: 'm6n3', beats: 0.42 },
  ]);
  browser = await launchWithMicrophone(take);
});
test.afterAll(() => browser.close());

test('a line is given out, recorded, checked, heard and accepted', async () => {
  const options = { baseURL: ADDRESS, viewport: { width: 1280, height: 800 } };
  const [teacherContext, studentContext] = [
    await browser.newContext(options),
    await browser.newContext(options),
  ];

  // The teacher gives out line 6.
  const teacher = await signInTeacher(teacherContext);
  await teacher.getByRole('link', { name: 'Give out a line' }).click();
  await teacher.waitForURL(/\/shelf$/);
  await teacher.getByRole('link', { name: /6 Snail Mail/ }).click();
  await teacher.getByLabel('Class').selectOption({ label: 'Tuesday flutes' });
  await teacher.getByLabel('Start at').fill(`${BPM}`);
  await teacher.getByLabel('Goal').fill('92');
  await expect(teacher.getByRole('list', { name: 'Tempo ladder' }).getByRole('listitem')).toHaveText([
    '80',
    '88',
    '92',
  ]);
  await teacher.getByRole('button', { name: 'Give it out' }).click();
  await expect(teacher).toHaveURL(/\/desk\?batch/);
  // A second try finds what the first one gave out as well.
  await expect(teacher.getByText('6 Snail Mail').first()).toBeVisible();

  // The student records it with one key.
  const student = await signInStudent(studentContext, 'wren');
  await student
    .getByRole('link', { name: /6 Snail Mail.*Next: at 80/ })
    .first()
    .click();
  await expect(student.getByRole('button', { name: 'Play and record' })).toBeVisible();
  const stand = new URL(student.url()).pathname;
  await student.waitForLoadState('networkidle');
  await student.keyboard.press('Space');
  await expect(student.getByText('Count …')).toBeVisible();
  await expect(student.getByText('Play!')).toBeVisible({ timeout: 15_000 });
  await expect(student.getByRole('meter', { name: 'Microphone level' })).toHaveAttribute(
    'aria-valuetext',
    'good',
    { timeout: 15_000 },
  );

  // It stops by itself, and the device says at once which measures need work.
  await seeVerdict(student);
  await expect(student.getByRole('button', { name: 'Hand in' })).toBeVisible();
  expect(await weakMeasures(student)).toEqual(['2 notes', '6 rhythm']);
  await expect(student.getByTestId('next-step')).toContainText(/measure (2|6)/);
  const onDevice = await student
    .locator('[data-measure]')
    .evaluateAll((cells) => cells.map((cell) => cell.querySelector('.sr-only')?.textContent));

  // Handed in, the server says the same.
  await student.getByRole('button', { name: 'Hand in' }).click();
  await expect(student).toHaveURL(/\/takes\//);
  expect(await weakMeasures(student)).toEqual(['2 notes', '6 rhythm']);
  expect(
    await student
      .locator('[data-measure]')
      .evaluateAll((cells) => cells.map((cell) => cell.querySelector('.sr-only')?.textContent)),
  ).toEqual(onDevice);

  // The teacher sees the same, hears a measure, and accepts.
  await teacher.reload();
  await teacher.locator('a[href^="/takes/"]').filter({ hasText: 'Wren Okoro, 6 Snail Mail' }).first().click();
  expect(await weakMeasures(teacher)).toEqual(['2 notes', '6 rhythm']);
  await teacher.getByRole('button', { name: /^Measure 6: .*Hear it/ }).click();
  await expect
    .poll(() => teacher.locator('audio').evaluate((audio: HTMLAudioElement) => audio.currentTime))
    .toBeGreaterThan(5);
  await expect
    .poll(() => teacher.locator('audio').evaluate((audio: HTMLAudioElement) => audio.paused), {
      timeout: 15_000,
    })
    .toBe(true);
  await teacher.getByLabel('Your word to the student').fill('Well kept going!');
  const heard = teacher.url();
  await teacher.getByRole('button', { name: 'Accept' }).click();
  // On to the next that waits.
  await expect(teacher).not.toHaveURL(heard);
  await teacher.goto(new URL(heard).pathname);
  await expect(teacher.getByText('Accepted.').first()).toBeVisible();

  await student.reload();
  await expect(student.getByText('Well kept going!')).toBeVisible();
  await student.goto('/practice');
  await expect(student.locator(`a[href="${stand}"]`).first()).toContainText('Next: at 88');
});
