import { FASTEST_MARK, SLOWEST_PRACTICE } from '@/core/tempo';

/** Of a field for a tempo, in clicks a minute. */
export const TEMPO_BOUNDS = {
  type: 'number',
  min: SLOWEST_PRACTICE,
  max: FASTEST_MARK,
  required: true,
} as const;
