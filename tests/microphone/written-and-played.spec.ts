// From the teacher's keyboard to the student's verdict: lines of several voices that somebody has just written.
import { type Browser, expect, type Page, test } from '@playwright/test';
import { readAbc } from '@/core/formats';
import { type Line, leadLine, lineOfVoice, writtenVoices } from '@/core/notation';
import { apply, blankScore, type Desk, openDesk, withoutEmptyEnd } from '@/core/writing';
import {
  ADDRESS,
  launchWithMicrophone,
  recordAtStand,
  recordToFile,
  signInStudent,
  signInTeacher,
  weakMeasures,
  weakOfVoice,
} from '../support/browser';
import { press } from '../support/typist';

const BPM = 60;
/** Seven clicks of count-in in four. */
const LEAD_SECONDS = 8.4;
const WINDOW = { width: 1280, height: 800 };

const type = async (page: Page, keys: string) => {
  for (const key of keys.split(' ')) await page.keyboard.press(key);
};

/** A new line on the desk of a teacher. */
async function startLine(browser: Browser, title: string, instrument: string): Promise<Page> {
  const page = await signInTeacher(await browser.newContext({ baseURL: ADDRESS, viewport: WINDOW }));
  await page.goto('/shelf');
  await page.getByLabel('Title', { exact: true }).fill(title);
  await page.getByLabel('For', { exact: true }).last().selectOption({ label: instrument });
  await page.getByRole('button', { name: 'Write it' }).click();
  await page.waitForURL(/\/write$/);
  await page.getByTestId('staff').first().waitFor();
  return page;
}

/** Gives the line that is on the desk, or on the shelf, to a class. */
async function giveOut(page: Page, className: string, plan?: string): Promise<void> {
  await page.getByLabel('Class').selectOption({ label: className });
  if (plan) {
    await page.getByLabel('How to learn it').selectOption(plan);
    await page.getByLabel('In pieces').selectOption('the whole line');
  }
  await page.getByLabel('Start at').fill(`${BPM}`);
  await page.getByLabel('Goal').fill(`${BPM}`);
  await page.getByRole('button', { name: 'Give it out' }).click();
  await expect(page).toHaveURL(/\/desk\?batch/);
}

async function putOnStand(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Put it on the stand' }).click();
  await expect(page).toHaveURL(/\/shelf\/[0-9a-f-]{36}$/);
}

const asStudent = async (browser: Browser, name: string) =>
  signInStudent(await browser.newContext({ baseURL: ADDRESS, viewport: WINDOW }), name);

/** A student at a stage of the plan of a line. */
async function atStage(browser: Browser, userName: string, line: RegExp, stage: string): Promise<Page> {
  const student = await asStudent(browser, userName);
  await student.getByRole('link', { name: line }).first().click();
  await student.getByText('The whole way').click();
  await student
    .getByRole('link', { name: new RegExp(stage) })
    .first()
    .click();
  await expect(student.getByTestId('stage')).toContainText(stage, { timeout: 20_000 });
  return student;
}

/** The same line as it is typed there. */
function typed(
  player: { readonly id: 'harp' | 'drum-kit'; readonly name: string; readonly clef: 'treble' | 'percussion' },
  write: (desk: Desk) => Desk,
): Line {
  const blank = openDesk(blankScore('x', { ...player, transpositionSemitones: 0, staffLines: 5 }));
  return leadLine(withoutEmptyEnd(write(blank)).score);
}
const keysOn = (desk: Desk, keys: string) => keys.split(' ').reduce(press, desk);

const RIGHT = 'h e g q f e d f h e c w c';
const LEFT = 'w c h g b c g w c';

test('two hands are written with keys, given out each alone and then together, and a slip of the left one is named', async () => {
  test.setTimeout(240_000);
  const line = typed({ id: 'harp', name: 'Harp', clef: 'treble' }, (desk) =>
    keysOn(apply(keysOn(desk, RIGHT), { kind: 'add-voice', staff: 'lower' }), LEFT),
  );
  const [right, left] = writtenVoices(line);
  expect([right!.length, left!.length]).toEqual([9, 6]);

  const alone = await launchWithMicrophone(recordToFile(lineOfVoice(line, 0), BPM, LEAD_SECONDS, []));
  try {
    const teacher = await startLine(alone, 'Two Rafts', 'Harp');
    await type(teacher, RIGHT);
    await teacher.getByRole('button', { name: 'add a lower staff' }).click();
    await type(teacher, LEFT);
    await putOnStand(teacher);
    await giveOut(teacher, 'Saturday harp and drums', 'Each hand alone, then together');

    const student = await atStage(alone, 'mira', /Two Rafts/, 'Right hand alone');
    await recordAtStand(student);
    expect(await weakMeasures(student)).toEqual([]);
  } finally {
    await alone.close();
  }

  const together = await launchWithMicrophone(
    recordToFile(line, BPM, LEAD_SECONDS, [{ kind: 'missing', noteId: left![2]!.id }]),
  );
  try {
    const student = await atStage(together, 'mira', /Two Rafts/, 'Play the notes');
    await recordAtStand(student);
    expect(await weakOfVoice(student, 'right hand')).toEqual([]);
    expect(await weakOfVoice(student, 'left hand')).toEqual([2]);
    await student.getByText('In words, measure by measure').click();
    await expect(student.getByText(/^Left hand, beat 3: \w not heard/)).toBeVisible();
  } finally {
    await together.close();
  }
});

// Hi-hat in eighths, snare on two and four; the bass drum on one and three is another voice.
const HANDS = 'i 3 3 3 & 2 3 3 3 3 & 2 3';
const FEET = 'q 1 r 1 r';

test('a groove is written with keys, and a bass drum that stays away is named', async () => {
  test.setTimeout(180_000);
  const times = (keys: string) => [keys, keys, keys].join(' ');
  const line = typed({ id: 'drum-kit', name: 'Drum kit', clef: 'percussion' }, (desk) =>
    keysOn(apply(keysOn(desk, times(HANDS)), { kind: 'add-voice', staff: 'upper' }), times(FEET)),
  );
  const [, feet] = writtenVoices(line);
  const browser = await launchWithMicrophone(
    recordToFile(line, BPM, LEAD_SECONDS, [{ kind: 'missing', noteId: feet![5]!.id }]),
  );
  try {
    const teacher = await startLine(browser, 'Small Wheels', 'Drum kit');
    await type(teacher, times(HANDS));
    await teacher.getByRole('button', { name: 'add a voice' }).click();
    await type(teacher, times(FEET));
    await putOnStand(teacher);
    await giveOut(teacher, 'Saturday harp and drums');
    const student = await asStudent(browser, 'juno');
    await student
      .getByRole('link', { name: /Small Wheels/ })
      .first()
      .click();
    await recordAtStand(student);
    expect(await weakOfVoice(student, 'closed hi-hat')).toEqual([]);
    expect(await weakOfVoice(student, 'bass drum')).toEqual([3]);
    await student.getByText('In words, measure by measure').click();
    await expect(student.getByText(/beat 3: bass drum not heard/i).last()).toBeVisible();
  } finally {
    await browser.close();
  }
});

/** Triplets in ABC, as a tune of a book with another one behind it. */
const TUNES =
  'X:31\nT:Three In The Boat\nM:4/4\nL:1/4\nK:C\n(3C/D/E/ F (3G/F/E/ D|C E G c|(3c/B/A/ G (3F/E/D/ C|C4|]\n\nX:32\nT:Still Water\nM:4/4\nL:1/4\nK:C\nC2E2|G4|]\n';

test('a line of triplets comes in from a book of tunes, is given out and judged', async () => {
  test.setTimeout(180_000);
  const read = readAbc(new TextEncoder().encode(TUNES.split('\n\n')[0]!));
  if (!read.ok) throw new Error(read.issues[0]!.message);
  const line = leadLine(read.value);
  const fifth = line.part.measures[0]!.events[4]!;
  const browser = await launchWithMicrophone(
    recordToFile(line, BPM, LEAD_SECONDS, [{ kind: 'missing', noteId: fifth.id }]),
  );
  try {
    const teacher = await signInTeacher(await browser.newContext({ baseURL: ADDRESS, viewport: WINDOW }));
    await teacher.goto('/shelf/bring-in');
    await teacher
      .getByLabel('Files')
      .setInputFiles({ name: 'tunes.abc', mimeType: 'text/plain', buffer: Buffer.from(TUNES) });
    await teacher.getByLabel('Bring in “Still Water”').uncheck({ timeout: 20_000 });
    await teacher.getByRole('button', { name: 'Put 1 line on the shelf' }).click();
    await expect(teacher.getByText('1 line is on the shelf.')).toBeVisible({ timeout: 20_000 });
    await teacher.getByRole('link', { name: 'Look at the shelf' }).click();
    await teacher
      .getByRole('link', { name: /31 Three In The Boat/ })
      .last()
      .click();
    await expect(teacher).toHaveURL(/\/shelf\/[0-9a-f-]{36}$/);
    await giveOut(teacher, 'Tuesday flutes');
    const student = await asStudent(browser, 'tomas');
    await student
      .getByRole('link', { name: /Three In The Boat/ })
      .first()
      .click();
    await recordAtStand(student);
    expect((await weakMeasures(student)).map((weak) => weak[0])).toEqual(['1']);
    await student.getByText('In words, measure by measure').click();
    await expect(student.getByText('Beat 3, G: not heard.', { exact: true })).toBeVisible();
  } finally {
    await browser.close();
  }
});
