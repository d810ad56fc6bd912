import type { LoopRange } from '@/core/practice';

/** A first touch takes one measure, one beyond it takes all between, one inside begins anew. @param isOpen whether measures were chosen already. */
export function touchedRange(range: LoopRange, isOpen: boolean, index: number): LoopRange {
  const { fromIndex, toIndex } = range;
  if (!isOpen || (index >= fromIndex && index < toIndex))
    return { fromIndex: index, toIndex: index + 1, withNoteBefore: false };
  return {
    fromIndex: Math.min(fromIndex, index),
    toIndex: Math.max(toIndex, index + 1),
    withNoteBefore: false,
  };
}
