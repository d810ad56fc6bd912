// The coach with a student who plays what it asks for: up two rungs and round a weak measure, hands free.
import { expect, type Page, test } from '@playwright/test';
import { type CoachTask, lineOfTask } from '@/core/practice/coach';
import { writeWav } from '@/core/signal';
import { type Flaw, performVoices, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { axeFindings } from '../support/axe';
import { atStandOf } from '../support/browser';
import { bookLine } from '../support/lines';
import { playInto, withOwnMicrophone } from '../support/own-microphone';

const LINE = bookLine(5);
const WRONG: Flaw = { kind: 'wrong', noteId: 'm4n1', semitones: 2 };
const SIGN = '[data-coach="says"], [data-coach="over"]';

const taskAtHand = async (page: Page): Promise<CoachTask> =>
  JSON.parse((await page.locator('[data-coach]').getAttribute('data-task'))!);

/** Plays what the coach asks for as soon as the count-in is over. @returns what it was, and what was said of it. */
async function playTask(page: Page, flaws: readonly Flaw[] = []) {
  await expect(page.getByText('Play!')).toBeVisible({ timeout: 60_000 });
  const task = await taskAtHand(page);
  const { line } = lineOfTask(LINE, task);
  const style = { ...STEADY_STYLE, seed: 8, bpm: task.bpm, leadSeconds: 0.02 };
  const sound = render(performVoices(line, style, flaws), 'flute', { ...QUIET_ROOM, seed: 8 });
  await playInto(page, writeWav(sound));
  await page.locator(SIGN).waitFor({ timeout: 60_000 });
  return { task, said: (await page.locator(SIGN).textContent())! };
}

/** Whether the stop key and the playhead's system are wholly within the window. */
const isInSight = (page: Page) =>
  page.evaluate(() => {
    const within = (element: Element | null) => {
      const box = element?.getBoundingClientRect();
      return box !== undefined && box.top >= -1 && box.bottom <= window.innerHeight + 1;
    };
    const bar = document.querySelector('[data-going-bar]');
    const system = document.querySelector('[data-system="0"]');
    return [within(bar), within(system)];
  });

test('hands free: the line climbs two rungs, a weak measure is gone round, and any key stops', async ({
  page,
}) => {
  test.setTimeout(400_000);
  await withOwnMicrophone(page);
  const stand = await atStandOf(page.context(), 'wren', /5 Kettle Song/, 66, page);
  await stand.getByRole('button', { name: 'Practise with me' }).click();
  await expect(stand.getByText(/You play: the whole line/)).toBeVisible();
  await expect.poll(() => isInSight(stand)).toEqual([true, true]);
  const first = await playTask(stand);
  expect(first).toMatchObject({ task: { width: 'line', bpm: 66 } });
  expect(first.said).toContain('Right!');
  expect(await axeFindings(stand)).toEqual([]);
  const second = await playTask(stand);
  expect(second.task).toMatchObject({ width: 'line', bpm: 72 });
  // The third rung. One slip is chance, the second is worked at.
  const slip = await playTask(stand, [WRONG]);
  expect(slip.task.bpm).toBe(80);
  expect(slip.said).toMatch(/Not yet\.\s*Measure 4/);
  await playTask(stand, [WRONG]);
  const alone = await playTask(stand);
  // A pickup comes before it.
  expect(alone.task).toMatchObject({ range: { fromIndex: 4, toIndex: 5 } });
  expect(['measure', 'two-notes']).toContain(alone.task.width);
  expect(alone.said).toContain('Right!');
  await expect(stand.locator('[data-coach="listens"]')).toBeVisible({ timeout: 20_000 });
  // A foot switch is a keyboard with one key.
  await stand.keyboard.press('PageDown');
  await expect(stand.locator('[data-coach]')).toHaveCount(0);
  await expect(stand.getByRole('button', { name: 'Play and record' })).toBeVisible();
  // What was good went to the teacher by itself, and counts.
  await stand.goto('/practice');
  await expect(stand.getByText(/at 72/).first()).toBeVisible({ timeout: 30_000 });
});
