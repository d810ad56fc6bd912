import 'server-only';
import { z } from 'zod';
import { CHUNKINGS, type Plan, READY_PLANS } from '@/core/practice';
import { LAYOUT_NAMES } from '@/engraving/engraving';
import * as queries from '@/server/db/queries/assignments';
import { listParts } from '@/server/db/queries/music';
import { requestEngraving } from '@/server/jobs/queue';
import { assertTeacher, type Viewer } from '../account/viewer';
import { getClass } from '../school/classes';
import { requireOwnLine } from '../shelf/shelf';
import { requireOwnPlan } from './plans';
import { tempoField } from './tempo-field';

const tempo = tempoField('Type both tempos as numbers.');
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
  .refine((form) => form.goalBpm >= form.startBpm, 'The goal tempo must not be slower than the start tempo.');

/** @returns the new assignment's id, or what is wrong with the form. @throws NotFound */
export async function assign(viewer: Viewer, form: unknown): Promise<{ id: string } | { problem: string }> {
  assertTeacher(viewer);
  const read = assignmentForm.safeParse(form);
  if (!read.success) return { problem: read.error.issues[0]!.message };
  const { lineId, classId, startBpm, goalBpm, dueOn } = read.data;
  const plan = await chosenPlan(viewer, read.data);
  const next = read.data.nextLineId === '' ? undefined : await requireOwnLine(viewer, read.data.nextLineId);
  if (next && !next.contentHash) return { problem: 'The line to go on with is still a draft.' };
  const [line, { counting, students }] = await Promise.all([
    requireOwnLine(viewer, lineId),
    getClass(viewer, classId),
  ]);
  if (!line.contentHash)
    return {
      problem: 'This line is still a draft. Finish it on the writing desk and put it on the stand first.',
    };
  const chosen = students.map(({ id }) => id).filter((id) => read.data.studentIds.includes(id));
  if (chosen.length < new Set(read.data.studentIds).size)
    return { problem: 'One of the chosen students is not in this class. Choose again.' };
  // The class may count in its own way: nobody should wait for the drawing later.
  const wishes = LAYOUT_NAMES.map((layout) => ({ layout, counting }));
  for (const { contentHash } of await listParts(lineId)) await requestEngraving(contentHash, { wishes });
  return queries.insertAssignment(
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
