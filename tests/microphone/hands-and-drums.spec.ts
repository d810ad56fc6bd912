import { type Browser, expect, type Page, test } from '@playwright/test';
import { axeFindings } from '../support/axe';
import {
  ADDRESS,
  launchWithMicrophone,
  recordAtStand,
  recordToFile,
  signInStudent,
  weakMeasures,
  weakOfVoice,
} from '../support/browser';

const BPM = 60;
// Line 14 in three: five clicks of count-in take 5 s; line 15 in four, seven clicks.
const HANDS_LEAD_SECONDS = 6.4;
const KIT_LEAD_SECONDS = 8.4;

/** A student records a line that waits, with whatever the microphone plays. */
async function recordOnStand(browser: Browser, userName: string, title: RegExp): Promise<Page> {
  const context = await browser.newContext({ baseURL: ADDRESS, viewport: { width: 1280, height: 800 } });
  const student = await signInStudent(context, userName);
  await student.getByRole('link', { name: title }).first().click();
  await recordAtStand(student);
  return student;
}

test('a note that the left hand leaves out is named, and the right hand is right', async () => {
  const browser = await launchWithMicrophone(
    recordToFile(14, BPM, HANDS_LEAD_SECONDS, [{ kind: 'missing', noteId: 'w21' }]),
  );
  try {
    const student = await recordOnStand(browser, 'mira', /14 Hands Like Oars/);
    expect(await weakOfVoice(student, 'right hand')).toEqual([]);
    expect(await weakOfVoice(student, 'left hand')).toEqual([3]);
    expect(await weakMeasures(student)).toEqual(['3 notes rhythm']);
    await student.getByText('In words, measure by measure').click();
    await expect(student.getByText(/^Left hand, beat 1: \w not heard/)).toBeVisible();
    expect(await axeFindings(student)).toEqual([]);
  } finally {
    await browser.close();
  }
});

test('a bass drum and a snare that are left out are named, and the hi-hat is right', async () => {
  const browser = await launchWithMicrophone(
    recordToFile(15, BPM, KIT_LEAD_SECONDS, [{ kind: 'voice-silent', noteId: 'w33' }]),
  );
  try {
    const student = await recordOnStand(browser, 'juno', /15 Four Small Engines/);
    await expect(student.getByTestId('next-step')).toContainText(
      'Mevlo did not hear the bass drum and the snare',
    );
    expect(await weakOfVoice(student, 'closed hi-hat')).toEqual([]);
    expect(await weakOfVoice(student, 'bass drum')).toEqual([1, 2, 3, 4]);
  } finally {
    await browser.close();
  }
});
