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
  return measures.map((measure, index) =>
    overrules
      .filter(({ measureIndex }) => measureIndex === index)
      .reduce((so, { quality, isRight }) => {
        // Who calls a measure not right does not say how many of its notes: at least one.
        const right = (counted: number) => (isRight ? so.written : Math.min(counted, so.written - 1));
        return quality === 'notes'
          ? { ...so, notesRight: Math.max(0, right(so.notesRight)), notesNeedWork: !isRight }
          : { ...so, rhythmRight: Math.max(0, right(so.rhythmRight)), rhythmNeedsWork: !isRight };
      }, measure),
  );
}
