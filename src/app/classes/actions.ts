'use server';
import { revalidatePath } from 'next/cache';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import { readWord } from '@/core/counting';
import { requireTeacher } from '@/server/access/account/viewer';
import {
  addStudent,
  changeCountIn,
  changeCounting,
  changeDailyMinutes,
  changeInstrument,
  changeOwnEars,
  changePace,
  changeStrictness,
  changeVocabulary,
  createClass,
  renameClass,
} from '@/server/access/school/classes';
import { answerAskedToHelp } from '@/server/access/school/co-teachers';
import type { FormState } from '@/ui/form';

const page = (classId: string) => `/classes/${classId}`;

export async function makeClass(_: FormState, form: FormData): Promise<FormState> {
  const work = createClass(await requireTeacher(), form.get('name'));
  return answered(work, { to: ({ id }) => `/classes/${id}` });
}

export async function rename(classId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = renameClass(await requireTeacher(), classId, form.get('name'));
  return answered(work, { fresh: page(classId), done: 'Renamed.' });
}

/** Agrees to help in a colleague’s class, or declines. */
export async function answerAsked(classId: string, isAgreed: boolean): Promise<FormState> {
  await orNotFound(answerAskedToHelp(await requireTeacher(), classId, isAgreed));
  revalidatePath('/classes');
  return {};
}

export async function takeIn(classId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = addStudent(await requireTeacher(), classId, Object.fromEntries(form));
  return answered(work, { fresh: page(classId), done: `${form.get('name')} is in the class.` });
}

export async function changePart(classId: string, studentId: string, instrument: string): Promise<FormState> {
  const work = changeInstrument(await requireTeacher(), classId, { studentId, instrument });
  return answered(work, { fresh: page(classId) });
}

export async function changeWords(classId: string, vocabulary: string): Promise<FormState> {
  return answered(changeVocabulary(await requireTeacher(), classId, vocabulary), { fresh: page(classId) });
}

/** How a class counts. */
export async function changeCount(classId: string, _: FormState, form: FormData): Promise<FormState> {
  const text = (name: string) => `${form.get(name) ?? ''}`;
  const words = (name: string, counts: readonly number[]) =>
    counts.map((count) => readWord(text(`${name}${count}`)));
  const work = changeCounting(await requireTeacher(), classId, {
    school: text('school'),
    compound: text('compound'),
    density: text('density'),
    words: { inBeat: words('inBeat', [1, 2, 3, 4]), long: words('long', [2, 3, 4]) },
  });
  return answered(work, { fresh: page(classId), done: 'The class counts like this from now on.' });
}

export async function changeLeadIn(classId: string, style: unknown): Promise<FormState> {
  return answered(changeCountIn(await requireTeacher(), classId, style), {
    done: 'The class counts in like this from now on.',
  });
}

export async function chooseStrictness(classId: string, strictness: unknown): Promise<FormState> {
  return answered(changeStrictness(await requireTeacher(), classId, strictness), {
    done: 'New takes are judged like this from now on, and those the class has are judged anew.',
  });
}

export async function chooseOwnEars(classId: string, times: unknown): Promise<FormState> {
  return answered(changeOwnEars(await requireTeacher(), classId, times), {
    done: 'It is so from the next take on.',
  });
}

export async function changeMinutes(classId: string, minutes: string): Promise<FormState> {
  return answered(changeDailyMinutes(await requireTeacher(), classId, minutes));
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
  return answered(changePace(await requireTeacher(), classId, goal), {
    fresh: `${page(classId)}/pace`,
    done: goal ? 'The goal is set.' : 'There is no goal any more.',
  });
}
