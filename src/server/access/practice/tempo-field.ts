import 'server-only';
import { z } from 'zod';
import { FASTEST_MARK, SLOWEST_PRACTICE } from '@/core/tempo';

/** For a form with both tempos. */
export const GOAL_NOT_SLOWER = {
  error: 'The goal tempo must not be slower than the start tempo.',
  path: ['goalBpm'],
};

/** For a form with a first and a last day. */
export const FIRST_DAY_LATER = {
  error: 'The first day must not come after the day by which it is due.',
  path: ['fromOn'],
};

/** A tempo as it is typed into a form. @param noNumber what to say of something else. */
export const tempoField = (noNumber: string) =>
  z.coerce
    .number({ error: noNumber })
    .int('A tempo is a whole number.')
    .min(SLOWEST_PRACTICE, `A tempo is at least ${SLOWEST_PRACTICE}.`)
    .max(FASTEST_MARK, `A tempo is at most ${FASTEST_MARK}.`);
