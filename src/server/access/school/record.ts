import 'server-only';
import { maybeInstrument } from '@/core/instruments';
import { measuredRating, type Quality } from '@/core/practice';
import { listTakesOfRecord } from '@/server/db/queries/record';
import type { Viewer } from '../account/viewer';
import { listNotKnown } from '../practice/drills';
import { progressOfStudent } from '../practice/progress';
import { requireRecordOf } from './roster';

/** What a student has done: for the student and the teacher. @throws NotFound */
export async function getRecord(viewer: Viewer, studentId: string) {
  const student = await requireRecordOf(viewer, studentId);
  const [lines, takes, notKnown] = await Promise.all([
    progressOfStudent(studentId),
    listTakesOfRecord(studentId),
    listNotKnown(studentId),
  ]);
  return {
    id: student.studentId,
    name: student.name,
    className: student.className,
    instrument: maybeInstrument(student.instrument)?.name,
    /** What reading drills have found not to be known yet. */
    notKnown,
    lines: lines.map(
      ({ id, lineNumber, lineTitle, lineToken, goalBpm, ladder, climbed, now, takes: own }) => ({
        id,
        lineNumber,
        lineTitle,
        goalBpm,
        ladder,
        climbed,
        isLearned: now === undefined,
        token: now === undefined ? (lineToken ?? undefined) : undefined,
        takeCount: own.length,
      }),
    ),
    takes: takes.map(({ verdict, overrules: _, measures, ...take }) => ({
      ...take,
      measured: verdict?.state === 'judged' ? ratingOf({ ...verdict, measures: measures ?? [] }) : {},
    })),
  };
}

/** With the teacher's word on the measures in it. */
function ratingOf(verdict: Parameters<typeof measuredRating>[0]): Partial<Record<Quality, number>> {
  return Object.fromEntries(
    measuredRating(verdict).flatMap(({ quality, rating }) =>
      rating === undefined ? [] : [[quality, rating]],
    ),
  );
}
