import 'server-only';
import { z } from 'zod';
import { type Reading, readingOf } from '@/core/arranging';
import { type Result, success } from '@/core/base';
import { INSTRUMENT_IDS, levelOf } from '@/core/instruments';
import { CHUNKINGS, type Plan, READY_PLANS } from '@/core/practice';
import { LAYOUT_NAMES } from '@/engraving/engraving';
import * as queries from '@/server/db/queries/assignments';
import { listParts, partsOfLines } from '@/server/db/queries/music';
import { completeParts } from '@/server/jobs/complete-parts';
import { requestEngraving } from '@/server/jobs/queue';
import { assertTeacher, type Viewer } from '../account/viewer';
import { readForm, refused } from '../read-form';
import { getClass } from '../school/classes';
import { requireOwnLine } from '../shelf/shelf';
import { requireOwnPlan } from './plans';
import { GOAL_NOT_SLOWER, tempoField } from './tempo-field';

const tempo = tempoField('Type the tempo as a number.');
const assignmentForm = z
  .object({
    lineId: z.uuid('Choose a line.'),
    classId: z.uuid('Choose a class.'),
    startBpm: tempo,
    goalBpm: tempo,
    dueOn: z.iso.date('Choose the day by which it is due.'),
    plan: z.union([z.enum(['', ...READY_PLANS.map(({ name }) => name)]), z.uuid()]).default(''),
    chunking: z.enum(['', ...CHUNKINGS]).default(''),
    nextLineId: z.union([z.literal(''), z.uuid()]).default(''),
    // Everybody when nobody is chosen.
    studentIds: z.array(z.string().min(1).max(60)).max(200).default([]),
  })
  .refine((form) => form.goalBpm >= form.startBpm, GOAL_NOT_SLOWER);

/** @returns the new assignment's id, or what is wrong with the form. @throws NotFound */
export async function assign(viewer: Viewer, form: unknown): Promise<Result<{ id: string }>> {
  assertTeacher(viewer);
  const read = readForm(assignmentForm, form);
  if (!read.ok) return read;
  const { lineId, classId, startBpm, goalBpm, dueOn } = read.value;
  const plan = await chosenPlan(viewer, read.value);
  const next = read.value.nextLineId === '' ? undefined : await requireOwnLine(viewer, read.value.nextLineId);
  if (next && !next.contentHash) return refused('The line to go on with is still a draft.', 'nextLineId');
  const [line, { counting, students }] = await Promise.all([
    requireOwnLine(viewer, lineId),
    getClass(viewer, classId),
  ]);
  if (!line.contentHash)
    return refused(
      'This line is still a draft. Finish it on the writing desk and put it on the stand first.',
    );
  const chosen = students.map(({ id }) => id).filter((id) => read.value.studentIds.includes(id));
  if (chosen.length < new Set(read.value.studentIds).size)
    return refused('One of the chosen students is not in this class. Choose again.');
  const assigned = await queries.insertAssignment(
    {
      line_id: lineId,
      class_id: classId,
      start_bpm: startBpm,
      goal_bpm: goalBpm,
      due_on: dueOn,
      ...(plan && { plan: JSON.stringify(plan) }),
      ...(next && { next_line_id: next.id }),
    },
    chosen.length > 0 && chosen.length < students.length ? chosen : undefined,
  );
  await completeParts({ assignmentId: assigned.id });
  // The class may count in its own way: nobody should wait for the drawing later.
  const wishes = LAYOUT_NAMES.map((layout) => ({ layout, counting }));
  for (const { contentHash } of await listParts(lineId)) await requestEngraving(contentHash, { wishes });
  return success(assigned);
}

/** What players of these instruments will read of a line that is on the stand; what is not there yet is made when it is given out. @throws NotFound */
export async function getReadings(
  viewer: Viewer,
  lineId: string,
  instruments: readonly (string | null)[],
): Promise<readonly Reading[]> {
  const line = await requireOwnLine(viewer, lineId);
  const parts = (await partsOfLines([line.id])).get(line.id) ?? [];
  if (parts.length === 0) return [];
  return INSTRUMENT_IDS.filter((id) => instruments.includes(id)).map((id) =>
    readingOf(parts, id, levelOf(line.level)),
  );
}

export function listAssignmentsOfTeacher(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listAssignmentsOfTeacher(viewer.userId);
}

/** A ready plan or one of the teacher's own, in pieces of the teacher's choice; undefined for the whole line at once. */
async function chosenPlan(
  viewer: Viewer,
  { plan, chunking }: z.infer<typeof assignmentForm>,
): Promise<Plan | undefined> {
  if (plan === '') return undefined;
  const chosen = READY_PLANS.find(({ name }) => name === plan) ?? (await requireOwnPlan(viewer, plan)).plan;
  return { ...chosen, ...(chunking && { chunking }) };
}
