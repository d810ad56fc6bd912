import type { MeasureVerdict } from './verdict';

export const OVERRULED = ['notes', 'rhythm'] as const;
/** The teacher's word on one half of a measure, beside the verdict and above it. */
export interface Overrule {
  /** Performed measure, from 0. */
  readonly measureIndex: number;
  readonly quality: (typeof OVERRULED)[number];
  readonly isRight: boolean;
}

/** The measures as the teacher hears them: flags and counts follow the teacher's word; what was not said stays. */
export function withOverrules(
  measures: readonly MeasureVerdict[],
  overrules: readonly Overrule[],
): readonly MeasureVerdict[] {
  return measures.map((measure, index) => {
    const said = (quality: Overrule['quality']) =>
      overrules.find((word) => word.measureIndex === index && word.quality === quality)?.isRight;
    const [notes, rhythm] = [said('notes'), said('rhythm')];
    return {
      ...measure,
      notesRight: rightCount(measure.notesRight, measure.written, notes),
      notesNeedWork: notes === undefined ? measure.notesNeedWork : !notes,
      rhythmRight: rightCount(measure.rhythmRight, measure.written, rhythm),
      rhythmNeedsWork: rhythm === undefined ? measure.rhythmNeedsWork : !rhythm,
    };
  });
}

/** Who calls a measure not right does not say how many of its notes: at least one. @param isRight undefined when nothing was said. */
function rightCount(counted: number, written: number, isRight: boolean | undefined): number {
  if (isRight === undefined) return counted;
  return isRight ? written : Math.max(0, Math.min(counted, written - 1));
}
