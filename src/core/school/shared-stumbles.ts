import { grouped } from '../base';
import type { MeasureVerdict } from '../judging';

/** How a class gets on with one measure. */
export interface MeasureOfClass {
  /** As printed, 0 for a pickup. */
  readonly number: number;
  /** Students who have played it in a take that was judged. */
  readonly played: number;
  /** Of them, those whose newest play-through of it needs work. */
  readonly notesNeedWork: number;
  readonly rhythmNeedsWork: number;
}

interface JudgedTake {
  readonly studentId: string;
  readonly measures: readonly MeasureVerdict[] | null;
}

/** The same of judged takes of several students, newest first. */
export function measuresOfTakes(judged: readonly JudgedTake[]): readonly MeasureOfClass[] {
  const byStudent = grouped(judged, ({ studentId }) => studentId);
  return measuresOfClass([...byStudent.values()].map((own) => own.map(({ measures }) => measures ?? [])));
}

/**
 * The measures that everybody misses: each student counts once a measure, by the newest take that has it.
 * @param takesOfStudents for every student the measures of the judged takes, newest first.
 * @returns in printed order.
 */
export function measuresOfClass(
  takesOfStudents: readonly (readonly (readonly MeasureVerdict[])[])[],
): readonly MeasureOfClass[] {
  const counts = new Map<number, { played: number; notesNeedWork: number; rhythmNeedsWork: number }>();
  for (const takes of takesOfStudents) {
    const newest = new Map<number, { notes: boolean; rhythm: boolean }>();
    for (const measures of takes) {
      // A repeated measure is weak when one time through it was.
      const inTake = new Map<number, { notes: boolean; rhythm: boolean }>();
      for (const { number, notesNeedWork, rhythmNeedsWork, startSeconds } of measures) {
        if (startSeconds === undefined) continue;
        const before = inTake.get(number);
        inTake.set(number, {
          notes: notesNeedWork || (before?.notes ?? false),
          rhythm: rhythmNeedsWork || (before?.rhythm ?? false),
        });
      }
      for (const [number, weak] of inTake) if (!newest.has(number)) newest.set(number, weak);
    }
    for (const [number, { notes, rhythm }] of newest) {
      const count = counts.get(number) ?? { played: 0, notesNeedWork: 0, rhythmNeedsWork: 0 };
      count.played++;
      if (notes) count.notesNeedWork++;
      if (rhythm) count.rhythmNeedsWork++;
      counts.set(number, count);
    }
  }
  return [...counts].map(([number, count]) => ({ number, ...count })).toSorted((a, b) => a.number - b.number);
}
