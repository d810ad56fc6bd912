const MOST_FILLED_AT_WORK = 0.84;
/** What needs work is hatched. */
export const HATCHED =
  'repeating-linear-gradient(135deg, var(--color-warm) 0 2px, var(--color-warm-wash) 2px 7px)';

/** How far a bar is filled, 0–1. A stop or an extra note needs work though every written note was right: the hatching must still show. */
export function filledOf(right: number, written: number, needsWork: boolean): number {
  const share = written === 0 ? 1 : right / written;
  return needsWork ? Math.min(share, MOST_FILLED_AT_WORK) : share;
}
