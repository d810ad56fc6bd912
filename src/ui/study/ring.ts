import type { Box, EngravedSystem } from '@/engraving/engraving';

/** How far a ring is drawn from the heads in it, in spaces of the staff: on a small staff nearer, or it reaches the counts. */
const [BESIDE_SPACES, ABOVE_SPACES, ROUND_SPACES] = [0.55, 0.6, 1.2];
/** Pixels between a ring and the counts under it. */
const OVER_WORDS = 2;

export interface Ring extends Box {
  /** Radius of the corners. */
  readonly rx: number;
}

/** A ring round some notes and rests of a system, in its pixels, never through what is counted under them; undefined where none of them is. */
export function maybeRing(system: EngravedSystem, eventIds: readonly string[]): Ring | undefined {
  const boxes = eventIds.flatMap((id) => system.events[id] ?? []);
  if (boxes.length === 0) return undefined;
  // One line has no spaces: a head is about as high as one.
  const space = (system.staffBottom - system.staffTop) / 4 || Math.min(...boxes.map(({ height }) => height));
  const left = Math.min(...boxes.map(({ x }) => x)) - BESIDE_SPACES * space;
  const right = Math.max(...boxes.map(({ x, width }) => x + width)) + BESIDE_SPACES * space;
  const top = Math.min(...boxes.map(({ y }) => y)) - ABOVE_SPACES * space;
  const lowest = Math.max(...boxes.map(({ y, height }) => y + height));
  const { wordsTop } = system;
  // In music on two staves the counts stand between them.
  const floor =
    wordsTop !== undefined && wordsTop >= lowest ? wordsTop - OVER_WORDS : Number.POSITIVE_INFINITY;
  const bottom = Math.min(lowest + ABOVE_SPACES * space, floor);
  return { x: left, y: top, width: right - left, height: bottom - top, rx: ROUND_SPACES * space };
}
