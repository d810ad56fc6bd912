'use server';
import { revalidatePath } from 'next/cache';
import { orNotFound } from '@/app/_components/not-found-guard';
import { type Result, success } from '@/core/base';
import type { Ingredients, Often } from '@/core/recipe';
import { requireTeacher } from '@/server/access/account/viewer';
import type { GivenOut } from '@/server/access/practice/giving-out';
import { getLearned, getOftenWrong, giveFresh } from '@/server/access/shelf/recipe';

/** What was learned up to a page. */
export async function askLearned(form: unknown): Promise<Result<Ingredients>> {
  return orNotFound(getLearned(await requireTeacher(), form));
}

/** What many of a class miss. */
export async function askOftenWrong(classId: string, instrument: string): Promise<Result<Often>> {
  return success(await orNotFound(getOftenWrong(await requireTeacher(), classId, instrument)));
}

/** Makes a line for every student of a class, and gives each out. */
export async function giveEach(form: unknown): Promise<Result<GivenOut>> {
  const given = await orNotFound(giveFresh(await requireTeacher(), form));
  revalidatePath('/desk');
  return given;
}
