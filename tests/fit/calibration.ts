import type { Said } from './boosting';

/**
 * Of everything that is held against players so much must be so. From 0.97 on one in twenty faults that are so would be left open, and one
 * in three notes too many; and some of what counts as untrue can be defended (the other of two neighbours is called missing).
 */
const TRUE_SHARE = 0.95;
const STEPS = 100;
/** Edges of the table: what is said with a likelihood from one to the next. */
const EDGES = [0, 0.2, 0.4, 0.6, 0.7, 0.8, 0.9, 0.95, 1];

const shareSo = (said: readonly Said[]) => said.filter(({ isSo }) => isSo).length / said.length;

/**
 * The least likelihood, in hundredths, from which on that share of all that is said is so.
 * @throws RangeError when nothing is said so surely.
 */
export function blameFrom(said: readonly Said[], trueShare = TRUE_SHARE): number {
  for (let step = 0; step < STEPS; step++) {
    const blamed = said.filter(({ likely }) => likely >= step / STEPS);
    if (blamed.length > 0 && shareSo(blamed) >= trueShare) return step / STEPS;
  }
  throw new RangeError(
    `no likelihood is so sure that ${trueShare} of what is said are so: learn from more takes`,
  );
}

/** How often what is said with so much likelihood is so. */
export function reliabilityOf(said: readonly Said[]) {
  return EDGES.slice(1).flatMap((to, index) => {
    const from = EDGES[index]!;
    const some = said.filter(({ likely }) => likely >= from && (likely < to || to === 1));
    return some.length === 0 ? [] : [{ from, to, said: some.length, so: Number(shareSo(some).toFixed(3)) }];
  });
}
