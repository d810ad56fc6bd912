// A minute of reading with a measure to clap: Mevlo hears whether the rhythm was right, and keeps nothing but that.
import { expect, type Page, test } from '@playwright/test';
import { questionsOf } from '@/core/drills';
import { writtenNotes } from '@/core/notation';
import { lineOfLoop } from '@/core/practice';
import { writeWav } from '@/core/signal';
import { type Flaw, performVoices, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { database } from '@/server/db/connection';
import { axeFindings } from '../support/axe';
import { signInStudent } from '../support/browser';
import { bookLine } from '../support/lines';
import { playInto, withOwnMicrophone } from '../support/own-microphone';

const LINE = bookLine(5);
/** The first two rhythms of the line that are there to be clapped. */
const CLAPS = [
  ...new Map(
    questionsOf(LINE.part)
      .filter(({ kind }) => kind === 'clap')
      .map((question) => [question.item, question]),
  ).values(),
].slice(0, 2);

async function studentId(name: string): Promise<string> {
  const { id } = await database()
    .selectFrom('user')
    .select('id')
    .where('name', '=', name)
    .executeTakeFirstOrThrow();
  return id;
}

/** What is asked at the moment. */
async function asked(page: Page) {
  const question = page.getByRole('region', { name: 'Question' });
  return {
    item: (await question.getAttribute('data-item'))!,
    bpm: Number(await question.getAttribute('data-bpm')),
  };
}

/** Claps the rhythm that is asked for. @param lateBeats the second clap is late by so much. */
async function clap(page: Page, lateBeats: number): Promise<void> {
  const { item, bpm } = await asked(page);
  const { measureIndex } = CLAPS.find((one) => one.item === item)!;
  const range = { fromIndex: measureIndex, toIndex: measureIndex + 1, withNoteBefore: false };
  const { line } = lineOfLoop(LINE, range, 'clap');
  await page.getByRole('button', { name: 'Clap it' }).click();
  await expect(page.getByText('Clap!')).toBeVisible({ timeout: 30_000 });
  const style = { ...STEADY_STYLE, seed: 8, bpm, leadSeconds: 0.02 };
  const second = writtenNotes(line)[1]!.id;
  const flaws: Flaw[] = lateBeats > 0 ? [{ kind: 'late', noteId: second, beats: lateBeats }] : [];
  const playing = performVoices(line, style, flaws);
  await playInto(page, writeWav(render(playing, 'clap', { ...QUIET_ROOM, seed: 8 })));
}

test('a measure is clapped: right, and then not', async ({ page }) => {
  test.setTimeout(180_000);
  expect(CLAPS).toHaveLength(2);
  await withOwnMicrophone(page);
  const student = await studentId('Wren Okoro');
  await database().deleteFrom('drill_item').where('student_id', '=', student).execute();
  const due = { box: 1, due_on: '2026-01-01' } as const;
  await database()
    .insertInto('drill_item')
    .values(CLAPS.map(({ item }) => ({ ...due, student_id: student, item })))
    .execute();
  await signInStudent(page.context(), 'wren', page);
  // Drawn without counts for the first time: what is due is asked first once its line is drawn.
  await expect(async () => {
    await page.goto('/reading');
    await page.getByRole('button', { name: 'Start' }).click();
    await expect(page.getByText(/^Clap this measure/)).toBeVisible({ timeout: 2000 });
  }).toPass({ timeout: 90_000 });
  expect(await axeFindings(page)).toEqual([]);
  const said = page.getByRole('region', { name: 'Question' }).getByRole('status').last();
  const first = await asked(page);
  await clap(page, 0);
  await expect(said).toContainText('Right!', { timeout: 30_000 });
  await expect.poll(async () => (await asked(page)).item, { timeout: 10_000 }).not.toBe(first.item);
  await clap(page, 0.5);
  await expect(said).toContainText('Not yet', { timeout: 30_000 });
  const kept = () =>
    database()
      .selectFrom('drill_item')
      .select(['item', 'box', 'missed'])
      .where('student_id', '=', student)
      .where('item', 'like', 'clap %')
      .execute();
  // They are sent from the device when nothing was answered for a moment.
  await expect
    .poll(async () => (await kept()).filter(({ missed }) => missed > 0).length, { timeout: 20_000 })
    .toBe(1);
  expect(await kept()).toContainEqual({ item: first.item, box: 2, missed: 0 });
  // Nothing that was heard stays on the device.
  expect(
    await page.evaluate(async () => {
      const names = (await indexedDB.databases()).map(({ name }) => name);
      return names.includes('mevlo-takes');
    }),
  ).toBe(true);
  await page.goto('/practice');
  await expect(page.getByRole('heading', { name: 'On this device' })).toHaveCount(0);
});
