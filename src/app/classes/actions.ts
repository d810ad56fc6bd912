'use server';
import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { orNotFound } from '@/app/_components/not-found-guard';
import { readWord } from '@/core/counting';
import { requireTeacher } from '@/server/access/account/viewer';
import {
  addStudent,
  changeCountIn,
  changeCounting,
  changeDailyMinutes,
  changeInstrument,
  changePace,
  changeStrictness,
  changeVocabulary,
  createClass,
} from '@/server/access/school/classes';

export interface FormState {
  readonly problem?: string;
  readonly done?: string;
}

export async function makeClass(_: FormState, form: FormData): Promise<FormState> {
  const made = await createClass(await requireTeacher(), form.get('name'));
  return 'problem' in made ? made : redirect(`/classes/${made.id}`);
}

export async function takeIn(classId: string, _: FormState, form: FormData): Promise<FormState> {
  const problem = await orNotFound(addStudent(await requireTeacher(), classId, Object.fromEntries(form)));
  if (problem) return { problem };
  revalidatePath(`/classes/${classId}`);
  return { done: `${form.get('name')} is in the class.` };
}

/** @returns what is wrong, if anything. */
export async function changePart(
  classId: string,
  studentId: string,
  instrument: string,
): Promise<string | undefined> {
  const problem = await orNotFound(
    changeInstrument(await requireTeacher(), classId, { studentId, instrument }),
  );
  if (!problem) revalidatePath(`/classes/${classId}`);
  return problem;
}

/** @returns what is wrong, if anything. */
export async function changeWords(classId: string, vocabulary: string): Promise<string | undefined> {
  const problem = await orNotFound(changeVocabulary(await requireTeacher(), classId, vocabulary));
  if (!problem) revalidatePath(`/classes/${classId}`);
  return problem;
}

/** How a class counts. */
export async function changeCount(classId: string, _: FormState, form: FormData): Promise<FormState> {
  const text = (name: string) => `${form.get(name) ?? ''}`;
  const words = (name: string, counts: readonly number[]) =>
    counts.map((count) => readWord(text(`${name}${count}`)));
  const problem = await orNotFound(
    changeCounting(await requireTeacher(), classId, {
      school: text('school'),
      compound: text('compound'),
      density: text('density'),
      words: { inBeat: words('inBeat', [1, 2, 3, 4]), long: words('long', [2, 3, 4]) },
    }),
  );
  if (problem) return { problem };
  revalidatePath(`/classes/${classId}`);
  return { done: 'The class counts like this from now on.' };
}

/** @returns what is wrong, if anything. */
export async function changeLeadIn(classId: string, style: unknown): Promise<string | undefined> {
  return orNotFound(changeCountIn(await requireTeacher(), classId, style));
}

/** @returns what is wrong, if anything. */
export async function chooseStrictness(classId: string, strictness: unknown): Promise<string | undefined> {
  return orNotFound(changeStrictness(await requireTeacher(), classId, strictness));
}

/** @returns what is wrong, if anything. */
export async function changeMinutes(classId: string, minutes: string): Promise<string | undefined> {
  return orNotFound(changeDailyMinutes(await requireTeacher(), classId, minutes));
}

/** So many pieces by a date; an empty form takes the goal away. */
export async function setGoal(classId: string, _: FormState, form: FormData): Promise<FormState> {
  const text = (name: string) => `${form.get(name) ?? ''}`;
  const holidays = form.getAll('holidayFrom').flatMap((from, index) => {
    const to = `${form.getAll('holidayTo')[index] ?? ''}`;
    return from === '' && to === '' ? [] : [{ from: `${from}`, to }];
  });
  const goal =
    text('pieces') === ''
      ? undefined
      : {
          pieces: text('pieces'),
          from: text('from'),
          by: text('by'),
          daysPerWeek: text('daysPerWeek'),
          holidays,
        };
  const problem = await orNotFound(changePace(await requireTeacher(), classId, goal));
  if (problem) return { problem };
  revalidatePath(`/classes/${classId}/pace`);
  return { done: goal ? 'The goal is set.' : 'There is no goal any more.' };
}
