// What comes while a take is played and after it, for everybody: readable in every state, and to be gone through by the keyboard alone.
import { expect, type Locator, test } from '@playwright/test';
import { createRandom } from '@/core/base';
import { writeWav } from '@/core/signal';
import { performVoices, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { atStandOf } from '../support/browser';
import { bookLine } from '../support/lines';
import { playInto, withOwnMicrophone } from '../support/own-microphone';
import { expectInSightByKeyboard, expectReadable } from '../support/readable';

const LINE = bookLine(5);
const BPM = 88;
/** More keys than there are before what is wanted. */
const MOST_TABS = 60;

/** A quiet room, for longer than anything here takes. */
function faintNoise() {
  const [sampleRate, seconds] = [16000, 60];
  const random = createRandom(1);
  return {
    sampleRate,
    samples: Float32Array.from({ length: seconds * sampleRate }, () => random.uniform(-0.0005, 0.0005)),
  };
}

test('recording, own ears and the verdict: for everybody', async ({ page }) => {
  test.setTimeout(240_000);
  await withOwnMicrophone(page);
  const stand = await atStandOf(page.context(), 'wren', /5 Kettle Song/, BPM, page);
  /** Goes on by the keyboard until something has the focus. */
  const tabTo = async (wanted: Locator) => {
    for (let press = 0; press < MOST_TABS; press++) {
      await stand.keyboard.press('Tab');
      if (await wanted.evaluate((one) => one === document.activeElement)) return;
    }
    throw new Error(`${wanted} never had the focus`);
  };
  const key = (name: RegExp) => stand.getByRole('button', { name });

  await stand.getByRole('button', { name: 'Go round' }).click();
  await expect(stand.getByRole('region', { name: /^Go round in some/ })).toBeVisible();
  await test.step('choosing measures to go round in', () => expectReadable(stand));
  await stand.getByRole('button', { name: 'Go round', exact: true }).click();
  await stand.getByRole('button', { name: 'Practise with me' }).click();
  await expect(stand.locator('[data-going-bar]')).toBeVisible({ timeout: 20_000 });
  // A microphone without the faintest sound is one that is switched off, and nothing goes on with it.
  await playInto(stand, writeWav(faintNoise()));
  await test.step('with the coach', () => expectReadable(stand));
  await stand.keyboard.press('Space');
  await expect(stand.locator('[data-going-bar]')).toHaveCount(0, { timeout: 20_000 });

  await stand.keyboard.press('Space');
  await expect(stand.getByText('Play!')).toBeVisible({ timeout: 20_000 });
  const style = { ...STEADY_STYLE, seed: 8, bpm: BPM, leadSeconds: 0.02 };
  const flaw = { kind: 'wrong', noteId: 'm4n1', semitones: 2 } as const;
  const sound = render(performVoices(LINE, style, [flaw]), 'flute', { ...QUIET_ROOM, seed: 8 });
  await playInto(stand, writeWav(sound));
  await test.step('recording', () => expectReadable(stand));

  const ears = stand.getByRole('region', { name: /Your own ears first/ }).first();
  await expect(ears).toBeFocused({ timeout: 60_000 });
  await test.step('own ears', () => expectReadable(stand));
  await ears.focus();
  for (const group of await stand
    .getByRole('group')
    .filter({ has: stand.getByRole('radio') })
    .all()) {
    await tabTo(group.getByRole('radio').first());
    await stand.keyboard.press('Space');
    await stand.keyboard.press('ArrowRight');
    await expect(group.getByRole('radio').nth(1)).toBeChecked();
  }
  await tabTo(key(/^Now show me$/));
  await stand.keyboard.press('Enter');

  await expect(stand.getByTestId('next-step')).toBeVisible();
  await test.step('verdict', () => expectReadable(stand));
  await expectInSightByKeyboard(stand);
  await stand.getByRole('region', { name: (await stand.getByTestId('next-step').textContent())! }).focus();
  await tabTo(key(/^Hear yours\s+in measure 4/));
  await stand.keyboard.press('Enter');
  await expect
    .poll(() => stand.evaluate(() => [...document.querySelectorAll('audio')].some((one) => !one.paused)))
    .toBe(true);
  await tabTo(key(/^Measure 4: notes/));
  await tabTo(key(/^Hand in$/));
});
