import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import type { Result } from '@/core/base';
import type { FormState } from '@/ui/form';
import { orNotFound } from './not-found-guard';

interface WhenDone<Value> {
  /** The page that shows what is changed. */
  readonly fresh?: string;
  /** Where to go; the page then says by itself that it was done. */
  readonly to?: (value: Value) => string;
  /** What to say of it. */
  readonly done?: string;
}

/**
 * What a form, or a control that is stored at once, is told of its action.
 * @example return answered(pinWord(viewer, takeId, form), { fresh: `/takes/${takeId}`, done: 'Pinned.' });
 */
export async function answered<Value>(
  work: Promise<Result<Value>>,
  { fresh, to, done }: WhenDone<Value> = {},
): Promise<FormState> {
  const result = await orNotFound(work);
  if (!result.ok) return { issues: result.issues };
  if (fresh !== undefined) revalidatePath(fresh);
  if (to) redirect(to(result.value));
  return done === undefined ? {} : { done };
}
