import { expect, test } from '@playwright/test';
import { readWav } from '@/core/signal';
import { axeFindings } from '../support/axe';
import {
  ADDRESS,
  launchWithMicrophone,
  openTake,
  recordToFile,
  signInStudent,
  signInTeacher,
} from '../support/browser';

test('what the teacher says into the microphone is heard by the student', async () => {
  const browser = await launchWithMicrophone(recordToFile(5, 66, 0.2, []));
  try {
    const page = await signInTeacher(await browser.newContext({ baseURL: ADDRESS }));
    const href = await openTake(page, 'Tomas Vale', 'Kettle Song');
    await page.keyboard.press('t');
    await expect(page.getByRole('button', { name: /^Stop and keep \([3-9] s\)/ })).toBeVisible();
    await page.keyboard.press('t');
    await expect(page.getByText('Said to this take')).toBeVisible();

    const student = await signInStudent(await browser.newContext({ baseURL: ADDRESS }), 'tomas');
    await student.goto(href);
    const spoken = student.getByLabel('Spoken answer');
    await expect(spoken).toBeVisible();
    const address = new URL((await spoken.getAttribute('src'))!, ADDRESS).href;
    const wav = readWav(new Uint8Array(await (await student.request.get(address)).body()));
    expect(wav.ok && wav.value.samples.length / wav.value.sampleRate).toBeGreaterThan(2.5);
    expect(wav.ok && Math.max(...wav.value.samples.subarray(0, 100_000))).toBeGreaterThan(0.05);
    expect(await axeFindings(student)).toEqual([]);
    // Only the teacher takes it away.
    await expect(student.getByRole('button', { name: /Take the spoken answer away/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Take the spoken answer away' }).click();
    await expect(page.getByText('Said to this take')).toHaveCount(0);
    expect((await student.request.get(address)).status()).toBe(404);
    // A slip: every byte comes back.
    await page.getByRole('button', { name: 'Put it back' }).click();
    await expect(page.getByText('Said to this take')).toBeVisible();
    const back = readWav(new Uint8Array(await (await student.request.get(address)).body()));
    expect(back.ok && wav.ok && back.value.samples).toEqual(wav.ok && wav.value.samples);
  } finally {
    await browser.close();
  }
});
