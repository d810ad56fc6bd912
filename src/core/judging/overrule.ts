import { isRightPitch, isRightRhythm } from './right-note';
import type { MeasureVerdict, NoteVerdict } from './verdict';

export const OVERRULED = ['notes', 'rhythm'] as const;
/** The teacher's word on one half of a measure or of a note in it, beside the verdict and above it. */
export interface Overrule {
  /** Performed measure, from 0. */
  readonly measureIndex: number;
  readonly quality: (typeof OVERRULED)[number];
  readonly isRight: boolean;
  /** A single note, as Mevlo judged it; undefined or null for the measure as a whole. */
  readonly note?: NoteVerdict | null;
}

/** What Mevlo said of that half of a note. */
export function isRightNote(note: NoteVerdict, quality: Overrule['quality']): boolean {
  return quality === 'notes' ? isRightPitch(note) : isRightRhythm(note);
}

/**
 * The measures as the teacher hears them: flags and counts follow the teacher's word; what was not said stays. A word on the
 * whole of a measure is above words on its notes.
 */
export function withOverrules(
  measures: readonly MeasureVerdict[],
  overrules: readonly Overrule[],
): readonly MeasureVerdict[] {
  return measures.map((measure, index) => {
    const mine = overrules.filter(({ measureIndex }) => measureIndex === index);
    if (mine.length === 0) return measure;
    const { written, notesRight, rhythmRight, notesNeedWork, rhythmNeedsWork, isDisturbed } = measure;
    const notes = halfAsSaid(mine, 'notes', written, { right: notesRight, needsWork: notesNeedWork }, false);
    const rhythm = halfAsSaid(
      mine,
      'rhythm',
      written,
      { right: rhythmRight, needsWork: rhythmNeedsWork },
      isDisturbed,
    );
    return {
      ...measure,
      notesRight: notes.right,
      notesNeedWork: notes.needsWork,
      rhythmRight: rhythm.right,
      rhythmNeedsWork: rhythm.needsWork,
    };
  });
}

interface Half {
  readonly right: number;
  readonly needsWork: boolean;
}

/** @param isDisturbed it needs work whatever its notes are. */
function halfAsSaid(
  overrules: readonly Overrule[],
  quality: Overrule['quality'],
  written: number,
  judged: Half,
  isDisturbed: boolean,
): Half {
  const words = overrules.filter((word) => word.quality === quality);
  const whole = words.find(({ note }) => !note)?.isRight;
  if (whole !== undefined) {
    // Who calls a measure not right does not say how many of its notes: at least one.
    const right = whole ? written : Math.max(0, Math.min(judged.right, written - 1));
    return { right, needsWork: !whole };
  }
  const turned = words.filter(({ note, isRight }) => note && isRightNote(note, quality) !== isRight);
  if (turned.length === 0) return judged;
  const right = turned.reduce((count, { isRight }) => count + (isRight ? 1 : -1), judged.right);
  return { right, needsWork: right < written || isDisturbed };
}
