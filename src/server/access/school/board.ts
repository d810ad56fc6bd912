import 'server-only';
import type { Day } from '@/core/calendar';
import { boardOf, measuresOfTakes } from '@/core/school';
import { loadClassFacts } from '@/server/db/queries/class-facts';
import { listParts, maybeMusic } from '@/server/db/queries/music';
import type { listJudgedOfAssignment } from '@/server/db/queries/takes';
import type { Viewer } from '../account/viewer';
import { engravingsOf } from '../shelf/engravings';
import { requireOwnClass } from './classes';

/** Who of a class stands where on every line, by the same engine that leads the students. @throws NotFound */
export async function getBoard(viewer: Viewer, classId: string, today: Day) {
  const { id, name, pace } = await requireOwnClass(viewer, classId);
  const goal = pace ?? undefined;
  const facts = await loadClassFacts({ classId: id });
  const board = boardOf(facts, goal, today);
  return { id, name, hasGoal: goal !== undefined, board };
}

/**
 * The measures of a line that a class misses, and the drawing of its lead part, which is not asked for while nobody has played.
 * @param judged takes of everybody on the line that were judged, newest first.
 */
export async function getStumbles(
  lineId: string,
  judged: Awaited<ReturnType<typeof listJudgedOfAssignment>>,
) {
  const measures = measuresOfTakes(judged);
  const [lead] = measures.length > 0 ? await listParts(lineId) : [];
  if (!lead) return { measures, numbers: [], engravings: undefined };
  const [music, engravings] = await Promise.all([
    maybeMusic(lead.contentHash),
    engravingsOf(lead.contentHash, undefined),
  ]);
  return {
    measures,
    /** Printed numbers, in the order of the drawing. */
    numbers: music?.part.measures.map(({ number }) => number) ?? [],
    engravings,
  };
}
