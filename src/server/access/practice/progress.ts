import 'server-only';
import { grouped } from '@/core/base';
import { describeStage, ladderOf, planNameOf, standingOf } from '@/core/practice';
import * as queries from '@/server/db/queries/assignments';
import { partsForStudent } from '@/server/db/queries/music';
import { listTakesOfStudent } from '@/server/db/queries/takes';
import type { Viewer } from '../account/viewer';

/** What the viewer has to do, and where the viewer stands in it. */
export function listAssignmentsOfStudent(viewer: Viewer) {
  return progressOfStudent(viewer.userId);
}

/** The same of a student whom somebody may see. */
export async function progressOfStudent(studentId: string) {
  const [assignments, takes, words] = await Promise.all([
    queries.listAssignmentsOfStudent(studentId),
    listTakesOfStudent(studentId),
    queries.listStageWords(studentId),
  ]);
  const parts = await partsForStudent(studentId, assignments);
  const takesOf = grouped(takes, ({ assignmentId }) => assignmentId);
  const wordsOf = grouped(words, ({ assignmentId }) => assignmentId);
  return assignments.flatMap((assignment) => {
    const line = parts.get(assignment.id);
    if (!line) return [];
    const { plan: _, ...rest } = assignment;
    const own = takesOf.get(assignment.id) ?? [];
    const standing = standingOf(assignment, line, own, wordsOf.get(assignment.id) ?? []);
    const { stages, progress } = standing;
    return [
      {
        ...rest,
        planName: planNameOf(assignment, stages),
        takes: own,
        stageCount: stages.length,
        doneCount: progress.doneIds.length,
        now: progress.now && describeStage(line, progress.now.stage, assignment.vocabulary),
        ...ladderOf(standing, assignment.goalBpm),
      },
    ];
  });
}
