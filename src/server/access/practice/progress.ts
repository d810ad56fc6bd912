import 'server-only';
import { grouped } from '@/core/base';
import {
  describeStage,
  ladderOf,
  planNameOf,
  stagesOfGiven,
  standingOf,
  stepsClimbedSince,
} from '@/core/practice';
import * as queries from '@/server/db/queries/assignments';
import { partsForStudent } from '@/server/db/queries/music';
import { listTakesOfStudent } from '@/server/db/queries/takes';
import type { Viewer } from '../account/viewer';

/** What the viewer has to do, and where the viewer stands in it. @param since what was climbed after it is news. */
export function listAssignmentsOfStudent(viewer: Viewer, since?: Date) {
  return progressOfStudent(viewer.userId, since);
}

/** The same of a student whom somebody may see. */
export async function progressOfStudent(studentId: string, since?: Date) {
  return (await standingsOfStudent(studentId)).map((one) => describeStanding(one, since));
}

/** Where a student stands on every line that was given to this one and has a part to read. */
export async function standingsOfStudent(studentId: string) {
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
    const own = takesOf.get(assignment.id) ?? [];
    const said = wordsOf.get(assignment.id) ?? [];
    const planned = stagesOfGiven(assignment, line);
    const standing = standingOf(assignment, line, own, said, planned);
    return [{ assignment, line, takes: own, words: said, planned, standing }];
  });
}

type StandingOnLine = Awaited<ReturnType<typeof standingsOfStudent>>[number];

/** As pages show it. @param since what was climbed after it is news. */
export function describeStanding(
  { assignment, line, takes, words, planned, standing }: StandingOnLine,
  since?: Date,
) {
  const { plan: _, ...rest } = assignment;
  const { stages, progress } = standing;
  return {
    ...rest,
    planName: planNameOf(assignment, stages),
    takes,
    stageCount: stages.length,
    doneCount: progress.doneIds.length,
    climbedLately: since ? stepsClimbedSince(assignment, line, takes, words, since, planned) : 0,
    now: progress.now && describeStage(line, progress.now.stage, assignment.vocabulary),
    ...ladderOf(standing, assignment.goalBpm),
  };
}
