import { expect, type Page, test } from '@playwright/test';
import { writtenNotes } from '@/core/notation';
import { writeWav } from '@/core/signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { axeFindings } from '../support/axe';
import { seeVerdict, signInStudent, signInTeacher, weakMeasures } from '../support/browser';
import { bookLine } from '../support/lines';

async function clean(page: Page): Promise<void> {
  expect(await axeFindings(page)).toEqual([]);
}

/** The form for a new plan; kept plans have the same fields. */
function newPlan(page: Page) {
  return page.locator('section').filter({ has: page.getByRole('heading', { name: 'A new plan' }) });
}

interface Giving {
  readonly plan: string;
  /** Beats a minute. */
  readonly from: number;
  readonly to: number;
  /** One student; undefined for the whole class. */
  readonly only?: string;
}

/** Fills in the form by which a line is given to the flutes; the rest of it, and giving it out, is the caller's. */
async function fillGiving(page: Page, line: RegExp, { plan, from, to, only }: Giving): Promise<void> {
  await page.goto('/shelf');
  await page.getByRole('link', { name: line }).first().click();
  await page.getByLabel('Class').selectOption({ label: 'Tuesday flutes' });
  if (only !== undefined) {
    await page.getByText('Only for some students').click();
    await page.getByLabel(only).check();
  }
  await page.getByLabel('How to learn it').selectOption(plan);
  await page.getByLabel('Start at').fill(`${from}`);
  await page.getByLabel('Goal').fill(`${to}`);
}

/** A second try finds what the first one kept. */
function named(plan: string): string {
  return `${plan} ${test.info().retry + 1}`;
}

/** Slow enough to be tapped by a busy machine. */
const BPM = 80;

/** Presses "Tap it", or "Try again", and then the space key on some beats after the first click is seen. */
async function tapRhythm(page: Page, button: string, beats: readonly number[]): Promise<void> {
  await page.getByRole('button', { name: button }).evaluate(
    (element, times) => {
      (element as HTMLButtonElement).click();
      // A busy machine takes its time to make the sound ready.
      const watch = () => {
        if (!document.querySelector('[data-beat="1"]')) {
          requestAnimationFrame(watch);
          return;
        }
        const from = performance.now();
        for (const time of times) {
          setTimeout(() => {
            const press = new KeyboardEvent('keydown', { code: 'Space' });
            // A key is stamped when it is pressed, however late a busy page comes to hear of it.
            Object.defineProperty(press, 'timeStamp', { value: from + time });
            window.dispatchEvent(press);
          }, time);
        }
      };
      watch();
    },
    beats.map((beat) => (beat * 60_000) / BPM),
  );
}

test('a teacher plans with a few touches; a student does one thing after the other', async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(180_000);
  const teacher = await signInTeacher(await browser.newContext({ baseURL }));
  // Six touches give a plan out: line, class, plan, pieces, day, and out with it.
  await fillGiving(teacher, /2 Porch Light/, { plan: 'Count, name, sing, play', from: BPM, to: 100 });
  await expect(teacher.getByTestId('plan-facts')).toContainText('minutes in all');
  const many = Number(/^(\d+) stages/.exec((await teacher.getByTestId('plan-facts').textContent())!)![1]);
  await teacher.getByLabel('In pieces').selectOption('the whole line');
  await expect(teacher.getByTestId('plan-facts')).not.toContainText(`${many} stages`);
  await teacher.getByLabel('In pieces').selectOption('two measures at a time');
  await clean(teacher);
  await teacher.getByRole('button', { name: 'Give it out' }).click();
  await expect(teacher).toHaveURL(/\/desk\?batch/);

  const student = await signInStudent(
    await browser.newContext({ baseURL, viewport: { width: 390, height: 844 } }),
    'tomas',
  );
  await student
    .getByRole('link', { name: /2 Porch Light.*Next: Count aloud.*Measures 1 to 2/ })
    .first()
    .click();
  await expect(student.getByTestId('stage')).toHaveText('Count aloud: Measures 1 to 2', { timeout: 20_000 });
  await expect(student.getByText('Mevlo listens to the rhythm alone.')).toBeVisible();
  await student.waitForLoadState('networkidle');
  // Half, quarter, quarter, half, counted in by four beats; the last note is forgotten.
  await tapRhythm(student, 'Tap it', [4, 6, 7]);
  await seeVerdict(student);
  expect((await weakMeasures(student)).map((weak) => weak[0])).toEqual(['2']);
  await tapRhythm(student, 'Try again', [4, 6, 7, 8]);
  await seeVerdict(student);
  // Both takes of the sitting are there to choose from.
  await expect(student.getByRole('radio', { name: /^Take/ })).toHaveCount(2);
  expect(await weakMeasures(student)).toEqual([]);
  await clean(student);
  // Tap it, rate it or not, go on: a stage is three touches. The take is handed in meanwhile.
  await student.getByRole('button', { name: 'Keep it, next: Name and finger' }).click();
  await expect(student).toHaveURL(/stage=/);

  // What cannot be heard is said, but not before it was done to the end.
  await expect(student.getByTestId('stage')).toHaveText('Name and finger: Measures 1 to 2', {
    timeout: 20_000,
  });
  await expect(student.getByText('you say when it went well')).toBeVisible();
  await student.waitForLoadState('networkidle');
  await student.getByRole('button', { name: 'Start the click' }).click();
  await expect(student.getByRole('status').filter({ hasText: 'Count …' })).toBeVisible();
  await expect(student.getByRole('button', { name: 'It went well' })).toHaveCount(0);
  await expect(student.getByRole('button', { name: 'It went well' })).toBeVisible({ timeout: 30_000 });
  await student.getByRole('button', { name: 'It went well' }).click();
  await expect(student.getByTestId('stage')).toHaveText('Sing it: Measures 1 to 2', { timeout: 20_000 });
  await expect(student.getByText(/2 of \d+ done/)).toBeVisible();

  // Going back, and on to a stage that is played.
  await student.getByText('The whole way').click();
  await student.getByRole('link', { name: /Play the notes: Measures 1 to 2/ }).click();
  await expect(student.getByTestId('stage')).toHaveText('Play the notes: Measures 1 to 2', {
    timeout: 20_000,
  });
  await expect(student.getByRole('button', { name: 'Play and record' })).toBeVisible();
  await clean(student);
});

/** Beats from the first click to each note of the measures, counted in by four. */
const TAPS_OF_PIECES = [
  [4, 5, 6, 8, 9, 10],
  [4, 5, 6, 7, 8],
  [4, 5, 6, 8, 9, 10],
];

test('who gets three steps right at once skips the steps between; a word says why', async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(180_000);
  const teacher = await signInTeacher(await browser.newContext({ baseURL }));
  await fillGiving(teacher, /1 Two Steps and Stay/, {
    plan: 'Count, name, sing, play',
    ...{ from: BPM, to: 100, only: 'Nuri Ashdown' },
  });
  await teacher.getByLabel('In pieces').selectOption('two measures at a time');
  await teacher.getByRole('button', { name: 'Give it out' }).click();
  await expect(teacher).toHaveURL(/\/desk\?batch/);

  const student = await signInStudent(
    await browser.newContext({ baseURL, viewport: { width: 820, height: 1180 } }),
    'nuri',
  );
  const open = (next: string) =>
    student
      .getByRole('link', { name: new RegExp(`1 Two Steps and Stay.*Next: ${next}.*Measures 1 to 2`) })
      .first()
      .click();
  const next = ['Count aloud', 'Name and finger', 'Name and finger'];
  for (const [piece, beats] of TAPS_OF_PIECES.entries()) {
    const from = 2 * piece + 1;
    const stage = `Count aloud: Measures ${from} to ${from + 1}`;
    await open(next[piece]!);
    if (piece > 0) {
      await student.getByText('The whole way').click();
      await student.getByRole('link', { name: new RegExp(stage) }).click();
    }
    await expect(student.getByTestId('stage')).toHaveText(stage, { timeout: 20_000 });
    await student.waitForLoadState('networkidle');
    await tapRhythm(student, 'Tap it', beats);
    await seeVerdict(student);
    expect(await weakMeasures(student)).toEqual([]);
    await student.getByRole('button', { name: 'Hand in' }).click();
    await expect(student).toHaveURL(/\/takes\//, { timeout: 20_000 });
    await student.getByTestId('next-step').waitFor({ timeout: 30_000 });
    await student.goto('/practice');
  }
  await open('Play');
  await expect(student.getByTestId('stage')).toHaveText(/^Play.*: Measures 1 to 2$/);
  await expect(student.getByText(/You are quick: .* stands for the \d steps? before it/)).toBeVisible();
  await clean(student);
});

test('a plan of one’s own is made, given to one student, changed for him, helped with and taken out', async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(180_000);
  const teacher = await signInTeacher(await browser.newContext({ baseURL }));
  await teacher.goto('/plans');
  const plan = newPlan(teacher);
  await plan.getByLabel('Name of the plan').fill(named('Sing, then play'));
  for (const name of [
    'Clap the rhythm',
    'On one easy note',
    'Name and finger',
    'Add the slurs',
    'Play all that is written',
  ])
    await plan.getByRole('button', { name: `Leave out ${name}` }).click();
  await plan.getByRole('button', { name: '+ Sing it' }).click();
  await plan.getByRole('button', { name: 'Sing it earlier' }).click();
  await plan.getByRole('button', { name: 'Sing it earlier' }).click();
  await expect(plan.getByRole('list').last().getByRole('listitem').first()).toContainText('Sing it');
  await plan.getByLabel('Each rung up by').selectOption('4 beats a minute');
  await clean(teacher);
  await plan.getByRole('button', { name: 'Keep the plan' }).click();
  await expect(teacher.locator('summary', { hasText: named('Sing, then play') })).toBeVisible();

  await fillGiving(teacher, /13 Ferry in the Fog/, {
    plan: named('Sing, then play'),
    ...{ from: 60, to: 70, only: 'Nuri Ashdown' },
  });
  await expect(teacher.getByRole('list', { name: 'Tempo ladder' }).getByRole('listitem')).toHaveText([
    '60',
    '64',
    '68',
    '70',
  ]);
  await teacher.getByRole('button', { name: 'Give it out' }).click();
  await teacher.getByRole('link', { name: '13 Ferry in the Fog' }).first().click();
  await expect(teacher.locator('[data-student]')).toHaveCount(1);
  await expect(teacher.locator('[data-student="Nuri Ashdown"]')).toContainText('Sing it');

  const student = await signInStudent(
    await browser.newContext({ baseURL, viewport: { width: 820, height: 1180 } }),
    'nuri',
  );
  await student
    .getByRole('link', { name: /13 Ferry in the Fog/ })
    .first()
    .click();
  await expect(student.getByTestId('stage')).toContainText('Sing it', { timeout: 20_000 });
  await student.getByText('I need help').click();
  await student.getByLabel('With', { exact: true }).selectOption('measure 2');
  await student.getByRole('button', { name: 'Ask my teacher' }).click();
  await expect(student.getByText('Your teacher knows now.')).toBeVisible();
  await clean(student);

  await teacher.goto('/desk');
  await clean(teacher);
  await teacher.getByRole('link', { name: /Nuri Ashdown 13 Ferry in the Fog, measure 2/ }).click();
  await teacher.getByRole('button', { name: 'Helped' }).click();
  await expect(teacher.getByText('Asks for help')).toHaveCount(0);
  await teacher.getByText('Change it for Nuri Ashdown').click();
  const nuri = teacher.locator('[data-student="Nuri Ashdown"]');
  await nuri.getByLabel('Start at').fill('54');
  await nuri.getByRole('button', { name: 'Change', exact: true }).click();
  await expect(teacher.getByText('own goal: 54 to 70')).toBeVisible();
  await clean(teacher);
  const csv = await teacher.request.get(
    (await teacher.getByRole('link', { name: 'As a table (CSV)' }).getAttribute('href'))!,
  );
  expect(await csv.text()).toContain('Sing it');
  await teacher.getByRole('link', { name: 'The plan on paper' }).click();
  await expect(teacher.getByRole('row', { name: /Sing it/ }).first()).toBeVisible();
  await clean(teacher);
  await teacher.goBack();
  await teacher.getByRole('button', { name: 'Take it back' }).click();
  await expect(teacher).toHaveURL(/\/desk\?takenBack/);
  await student.goto('/practice');
  await expect(student.getByRole('link', { name: /13 Ferry in the Fog/ })).toHaveCount(0);
});

/** Brings in a recording of a line of the book at a tempo. @param shareMissing of its notes that are left out. */
async function bringIn(page: Page, lineNumber: number, bpm: number, shareMissing: number): Promise<void> {
  const line = bookLine(lineNumber);
  const notes = writtenNotes(line);
  const flaws = notes
    .filter((_, index) => index % 10 < shareMissing * 10)
    .map(({ id }) => ({ kind: 'missing', noteId: id }) as const);
  const sound = render(perform(line, { ...STEADY_STYLE, seed: bpm, bpm }, flaws), 'flute', {
    ...QUIET_ROOM,
    sampleRate: 22050,
    seed: 3,
  });
  await page.waitForLoadState('networkidle');
  await page.getByText('I have a recording already').click();
  await page
    .getByLabel('Bring in a sound file')
    .setInputFiles({ name: 'take.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav(sound)) });
  await expect(page).toHaveURL(/\/takes\//, { timeout: 20_000 });
  await expect(page.getByTestId('next-step')).toBeVisible({ timeout: 30_000 });
}

test('a student climbs two rungs and falls back one; the class keeps its pace', async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(240_000);
  const teacher = await signInTeacher(await browser.newContext({ baseURL }));
  await teacher.goto('/plans');
  const plan = newPlan(teacher);
  await plan.getByLabel('Name of the plan').fill(named('Straight up the ladder'));
  for (const name of [
    'Clap the rhythm',
    'On one easy note',
    'Name and finger',
    'Play the notes',
    'Add the slurs',
    'Add accents and staccato',
  ])
    await plan.getByRole('button', { name: `Leave out ${name}` }).click();
  await plan.getByLabel('In pieces').selectOption('the whole line');
  await plan.getByLabel('Two up after').fill('0');
  await plan.getByRole('button', { name: 'Keep the plan' }).click();
  await expect(teacher.locator('summary', { hasText: named('Straight up the ladder') })).toBeVisible();
  await fillGiving(teacher, /1 Two Steps and Stay/, {
    plan: named('Straight up the ladder'),
    from: 120,
    to: 152,
  });
  // A day is too little for everything that is given out.
  await teacher.getByLabel('Due').fill(
    await teacher
      .getByLabel('Due')
      .getAttribute('min')
      .then((day) => day!),
  );
  await expect(teacher.getByText(/this class practises 20/)).toBeVisible();
  // A second try has a day of its own.
  const day = 30 - test.info().retry;
  await teacher.getByLabel('Due').fill(`2027-06-${day}`);
  await teacher.getByRole('button', { name: 'Give it out' }).click();
  await expect(teacher).toHaveURL(/\/desk\?batch/);

  const student = await signInStudent(await browser.newContext({ baseURL }), 'wren');
  const next = () =>
    student.getByRole('link', { name: new RegExp(`1 Two Steps and Stay.*due .* ${day} Jun`) });
  const at = async (bpm: number) => expect(next()).toContainText(`at ${bpm}`);
  const play = async (bpm: number, shareMissing: number) => {
    await student.goto('/practice');
    await next().click();
    await bringIn(student, 1, bpm, shareMissing);
    await student.goto('/practice');
  };
  await student.goto('/practice');
  await at(120);
  await play(120, 0);
  await at(120);
  await play(120, 0);
  await at(132);
  await play(132, 0);
  await play(132, 0);
  await at(144);
  await play(144, 0.7);
  await at(144);
  await play(144, 0.7);
  await at(132);

  await teacher.goto('/classes');
  await teacher.getByRole('link', { name: /Tuesday flutes/ }).click();
  await teacher.getByRole('link', { name: 'Pieces by a date' }).click();
  await teacher.getByLabel('Pieces').fill('20');
  await teacher.getByLabel('From', { exact: true }).fill('2026-09-01');
  await teacher.getByLabel('By', { exact: true }).fill('2027-02-28');
  await teacher.getByRole('button', { name: 'Set the goal' }).click();
  await expect(teacher.getByText('one about every 9 days')).toBeVisible();
  await expect(teacher.getByText(/behind: \d/).first()).toBeVisible();
  await clean(teacher);
});
