import 'server-only';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { type Reading, readingOf } from '@/core/arranging';
import { type Result, success } from '@/core/base';
import { INSTRUMENT_IDS, levelOf } from '@/core/instruments';
import { CHUNKINGS, type Plan, READY_PLANS } from '@/core/practice';
import { proposedClimb } from '@/core/study';
import { LAYOUT_NAMES } from '@/engraving/engraving';
import * as queries from '@/server/db/queries/assignments';
import { listParts, partsOfLines } from '@/server/db/queries/music';
import { completeParts } from '@/server/jobs/complete-parts';
import { requestEngraving } from '@/server/jobs/queue';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { readForm, refused } from '../read-form';
import { getClass, listClasses } from '../school/classes';
import { requireLine } from '../shelf/shelf';
import { requireOwnPlan } from './plans';
import { FIRST_DAY_LATER, GOAL_NOT_SLOWER, tempoField } from './tempo-field';

const tempo = tempoField('Type the tempo as a number.');
const aPlan = z.union([z.enum(['', ...READY_PLANS.map(({ name }) => name)]), z.uuid()]).default('');
/** How and until when something is given out. */
export const howForm = z.object({
  dueOn: z.iso.date('Choose the day by which it is due.'),
  fromOn: z.union([z.literal(''), z.iso.date()]).default(''),
  word: z.string().trim().max(1000, 'A word to the students has at most 1000 letters.').default(''),
  plan: aPlan,
  chunking: z.enum(['', ...CHUNKINGS]).default(''),
});
const tempos = z.object({ startBpm: tempo, goalBpm: tempo });
/** Everybody when nobody is chosen. */
const chosenStudents = z.array(z.string().min(1).max(60)).max(200).default([]);
const assignmentForm = howForm
  .extend({
    ...tempos.shape,
    lineId: z.uuid('Choose a line.'),
    classId: z.uuid('Choose a class.'),
    nextLineId: z.union([z.literal(''), z.uuid()]).default(''),
    studentIds: chosenStudents,
  })
  .refine((form) => form.goalBpm >= form.startBpm, GOAL_NOT_SLOWER)
  .refine((form) => form.fromOn <= form.dueOn, FIRST_DAY_LATER);

/** @returns the new assignment's id, and by what it is taken back; or what is wrong with the form. @throws NotFound */
export async function assign(
  viewer: Viewer,
  form: unknown,
): Promise<Result<{ readonly id: string; readonly batch: string }>> {
  assertTeacher(viewer);
  const read = readForm(assignmentForm, form);
  if (!read.ok) return read;
  const { lineId, classId, startBpm, goalBpm, studentIds, nextLineId } = read.value;
  const given = await giveOut(viewer, {
    how: read.value,
    lines: [{ lineId, startBpm, goalBpm }],
    classes: [{ classId, studentIds }],
    nextLineId,
  });
  return given.ok ? success({ id: given.value.ids[0]!, batch: given.value.batch }) : given;
}

const MOST_LINES = 40;
const MOST_CLASSES = 20;
const manyForm = howForm
  .extend({
    lines: z
      .array(
        z
          .object({ lineId: z.uuid(), ...tempos.shape })
          .refine((line) => line.goalBpm >= line.startBpm, GOAL_NOT_SLOWER),
      )
      .min(1, 'Choose a line.')
      .max(MOST_LINES, `At most ${MOST_LINES} lines go out at once.`),
    classes: z
      .array(z.object({ classId: z.uuid(), studentIds: chosenStudents }))
      .min(1, 'Choose a class.')
      .max(MOST_CLASSES, `At most ${MOST_CLASSES} classes at once.`),
  })
  .refine((form) => form.fromOn <= form.dueOn, FIRST_DAY_LATER);

/** What was given out with one touch. */
export interface GivenOut {
  readonly ids: readonly string[];
  /** By which all of it is taken back with one touch, too. */
  readonly batch: string;
}

/** Gives several lines to several classes, all or nothing. @returns what is wrong, if anything. @throws NotFound */
export async function assignMany(viewer: Viewer, form: unknown): Promise<Result<GivenOut>> {
  assertTeacher(viewer);
  const read = readForm(manyForm, form);
  if (!read.ok) return read;
  const { lines, classes } = read.value;
  return giveOut(viewer, { how: read.value, lines, classes, nextLineId: '' });
}

interface Giving {
  readonly how: z.output<typeof howForm>;
  readonly lines: readonly { readonly lineId: string; readonly startBpm: number; readonly goalBpm: number }[];
  readonly classes: readonly { readonly classId: string; readonly studentIds: readonly string[] }[];
  readonly nextLineId: string;
}

async function giveOut(
  viewer: Viewer,
  { how, lines, classes, nextLineId }: Giving,
): Promise<Result<GivenOut>> {
  const plan = await chosenPlan(viewer, how);
  const next = nextLineId === '' ? undefined : await requireLine(viewer, nextLineId);
  if (next && !next.contentHash) return refused('The line to go on with is still a draft.', 'nextLineId');
  for (const { lineId } of lines) {
    const { number, title, contentHash } = await requireLine(viewer, lineId);
    if (!contentHash)
      return refused(
        `${number} ${title} is still a draft. Finish it on the writing desk and put it on the stand first.`,
      );
  }
  const groups = [];
  for (const { classId, studentIds } of classes) {
    const { id, counting, students } = await getClass(viewer, classId);
    const chosen = students.map((student) => student.id).filter((one) => studentIds.includes(one));
    if (chosen.length < new Set(studentIds).size)
      return refused('One of the chosen students is not in this class. Choose again.');
    const isForSome = chosen.length > 0 && chosen.length < students.length;
    groups.push({ id, counting, studentIds: isForSome ? chosen : undefined });
  }
  const batch = randomUUID();
  const given = await queries.insertAssignments(
    groups.flatMap(({ id, studentIds }) =>
      lines.map(({ lineId, startBpm, goalBpm }) => ({
        values: {
          line_id: lineId,
          class_id: id,
          start_bpm: startBpm,
          goal_bpm: goalBpm,
          due_on: how.dueOn,
          from_on: how.fromOn || null,
          word: how.word,
          batch,
          ...(plan && { plan: JSON.stringify(plan) }),
          ...(next && { next_line_id: next.id }),
        },
        studentIds,
      })),
    ),
  );
  const ids = given.map(({ id }) => id);
  await completeParts({ assignmentIds: ids });
  // The classes may count in their own ways: nobody should wait for a drawing later.
  for (const { lineId } of lines)
    for (const { contentHash } of await listParts(lineId))
      for (const { counting } of groups)
        await requestEngraving(contentHash, { wishes: LAYOUT_NAMES.map((layout) => ({ layout, counting })) });
  return success({ ids, batch });
}

/** Takes back all that was given out with one touch. @returns how many. @throws NotFound where there is nothing of the viewer's */
export async function takeBackMany(viewer: Viewer, batch: unknown): Promise<number> {
  const read = z.uuid().safeParse(batch);
  const classes = await listClasses(viewer);
  const count = read.success
    ? await queries.withdrawBatch(
        read.data,
        classes.map(({ id }) => id),
      )
    : 0;
  if (count === 0) throw new NotFound();
  return count;
}

/** What players of these instruments will read of a line that is on the stand; what is not there yet is made when it is given out. @throws NotFound */
export async function getReadings(
  viewer: Viewer,
  lineId: string,
  instruments: readonly (string | null)[],
): Promise<readonly Reading[]> {
  const line = await requireLine(viewer, lineId);
  const parts = (await partsOfLines([line.id])).get(line.id) ?? [];
  if (parts.length === 0) return [];
  return INSTRUMENT_IDS.filter((id) => instruments.includes(id)).map((id) =>
    readingOf(parts, id, levelOf(line.level)),
  );
}

/** Lines that are to be given out, with the tempos that are proposed; what is not on the stand is left out. @throws NotFound */
export async function getLinesToGive(
  viewer: Viewer,
  lineIds: readonly string[],
  instruments: readonly (string | null)[],
) {
  const wanted = [];
  for (const id of [...new Set(lineIds)].slice(0, MOST_LINES)) {
    const line = await requireLine(viewer, id);
    if (line.contentHash) wanted.push(line);
  }
  const parts = await partsOfLines(wanted.map(({ id }) => id));
  const played = INSTRUMENT_IDS.filter((id) => instruments.includes(id));
  return wanted.flatMap(({ id, number, title, level: bookLevel }) => {
    const own = parts.get(id) ?? [];
    if (!own[0]) return [];
    const { part } = own[0];
    const level = levelOf(bookLevel);
    const readings = played.map((instrument) => readingOf(own, instrument, level));
    return [{ id, number, title, level, lead: part.name, ...proposedClimb(part, level), readings }];
  });
}

export function listAssignmentsOfTeacher(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listAssignmentsOfTeacher(viewer.userId);
}

/** A ready plan or one of the teacher's own, in pieces of the teacher's choice; undefined for the whole line at once. */
export async function chosenPlan(
  viewer: Viewer,
  { plan, chunking }: Pick<z.output<typeof howForm>, 'plan' | 'chunking'>,
): Promise<Plan | undefined> {
  if (plan === '') return undefined;
  const chosen = READY_PLANS.find(({ name }) => name === plan) ?? (await requireOwnPlan(viewer, plan)).plan;
  return { ...chosen, ...(chunking && { chunking }) };
}
