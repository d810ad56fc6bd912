'use server';
import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { answered } from '@/app/_components/answered';
import { orNotFound } from '@/app/_components/not-found-guard';
import type { Answer } from '@/core/practice';
import { QUALITIES } from '@/core/practice';
import { requireTeacher } from '@/server/access/account/viewer';
import { checkAgain } from '@/server/access/practice/takes';
import { answerTake, takeAnswerBack } from '@/server/access/review/answers';
import { overruleMeasure } from '@/server/access/review/overrules';
import { pinWord, setPinned } from '@/server/access/review/pins';
import type { FormState } from '@/ui/form';
import { hearingHref } from '../hearing-href';

const DONE: Readonly<Record<Answer, string>> = {
  accepted: 'Accepted.',
  again: 'Asked to play it again.',
  'see-me': 'Asked to come and see you.',
};

/** @param nextHref where to go when it is said; undefined to stay. */
export async function answer(
  takeId: string,
  nextHref: string | undefined,
  _: FormState,
  form: FormData,
): Promise<FormState> {
  const rating = Object.fromEntries(
    QUALITIES.flatMap((quality) => {
      const rated = form.get(`rating-${quality}`);
      return rated ? [[quality, Number(rated)]] : [];
    }),
  );
  const passage = form.has('only-some') && {
    fromMeasure: form.get('from-measure'),
    toMeasure: form.get('to-measure'),
    bpm: form.get('passage-bpm'),
  };
  const said = {
    answer: form.get('answer'),
    comment: form.get('comment'),
    rating,
    ...(passage && { passage }),
  };
  const goesOn = nextHref !== undefined && (nextHref.startsWith('/takes/') || nextHref.startsWith('/desk?'));
  return answered(answerTake(await requireTeacher(), takeId, said), {
    fresh: `/takes/${takeId}`,
    ...(goesOn ? { to: () => nextHref } : { done: DONE[form.get('answer') as Answer] }),
  });
}

/** Takes the last answer back, and goes to the take: it waits again, or has the answer of before. */
export async function takeBack(takeId: string): Promise<FormState> {
  await orNotFound(takeAnswerBack(await requireTeacher(), takeId));
  revalidatePath('/desk');
  redirect(hearingHref(takeId));
}

/** Asks for a check that has failed once more. */
export async function checkOnceMore(takeId: string, _: FormState, __: FormData): Promise<FormState> {
  return answered(checkAgain(await requireTeacher(), takeId), { fresh: `/takes/${takeId}` });
}

/** The teacher's word on half a measure. */
export async function overrule(takeId: string, form: unknown): Promise<FormState> {
  await orNotFound(overruleMeasure(await requireTeacher(), takeId, form));
  revalidatePath(`/takes/${takeId}`);
  return {};
}

/** Pins a word to a measure. */
export async function pin(takeId: string, _: FormState, form: FormData): Promise<FormState> {
  const work = pinWord(await requireTeacher(), takeId, Object.fromEntries(form));
  return answered(work, { fresh: `/takes/${takeId}` });
}

export async function takePinOff(takeId: string, pinId: string): Promise<FormState> {
  await orNotFound(setPinned(await requireTeacher(), takeId, pinId, false));
  revalidatePath(`/takes/${takeId}`);
  return {};
}

export async function putPinBack(takeId: string, pinId: string): Promise<FormState> {
  await orNotFound(setPinned(await requireTeacher(), takeId, pinId, true));
  revalidatePath(`/takes/${takeId}`);
  return {};
}
