import 'server-only';
import type { Limited } from '@/server/db/queries/attempts';

const TEN_MINUTES = 600;
const DAY = 86_400;

/**
 * How often a secret may be tried. A forgotten one takes a few tries. A PIN is one of a million: with these a stranger who never sleeps has
 * guessed one student's in a day with a chance of 1 in 16,000, and any of a class with 1 in 1,600.
 */
export const limitsOfAccount = (subject: string): Omit<Limited, 'source'> => ({
  subject,
  perSource: [
    { most: 8, seconds: TEN_MINUTES },
    { most: 40, seconds: DAY },
  ],
  // From all addresses together, known devices excepted.
  total: [{ most: 60, seconds: DAY }],
});

/** All students of a class, from devices that are new to them: a whole class signs in within minutes, once. */
export const CLASS_LIMITS = {
  perSource: [
    { most: 120, seconds: TEN_MINUTES },
    { most: 300, seconds: DAY },
  ],
  total: [{ most: 600, seconds: DAY }],
} as const;

export const SET_UPS = { most: 20, seconds: TEN_MINUTES };
