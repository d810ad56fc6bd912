import 'server-only';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import { STRICTNESSES } from '@/core/judging';
import { CHUNKINGS, OWN_STEP_IDS, type Plan, READY_PLANS, STEP_IDS } from '@/core/practice';
import * as queries from '@/server/db/queries/plans';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { readForm, refused } from '../read-form';

const MOST_PLANS = 50;

const planForm: z.ZodType<Plan> = z
  .object({
    name: z.string().trim().min(1, 'Give the plan a name.').max(60, 'A plan’s name has at most 60 letters.'),
    chunking: z.enum(CHUNKINGS),
    steps: z
      .array(z.enum(STEP_IDS))
      .min(1, 'A plan needs at least one step.')
      .refine((steps) => new Set(steps).size === steps.length, 'Each step stands in a plan once.'),
    order: z.enum(['chunk-by-chunk', 'step-by-step']),
    ladderSteps: z.discriminatedUnion('by', [
      z.object({ by: z.literal('marks'), marks: z.int().min(1).max(10) }),
      z.object({ by: z.literal('bpm'), bpm: z.int().min(1).max(40) }),
      z.object({ by: z.literal('percent'), percent: z.int().min(1).max(50) }),
    ]),
    rules: z.object({
      goodTakesToRise: z.int().min(1).max(10),
      easyTakesToLeap: z.int().min(0).max(10),
      brokenTakesToFall: z.int().min(0).max(10),
    }),
    endsWithoutClick: z.boolean(),
    goesThroughAll: z.boolean().optional(),
    strictness: z.partialRecord(z.enum(STEP_IDS), z.enum(STRICTNESSES)).optional(),
    ownWords: z
      .partialRecord(
        z.enum(OWN_STEP_IDS),
        z.string().trim().max(200, 'A step is said in at most 200 letters.'),
      )
      .optional(),
  })
  .refine(({ steps, ownWords }) => OWN_STEP_IDS.every((id) => !steps.includes(id) || ownWords?.[id]), {
    error: 'Say in your own words what is done in each step of your own.',
    path: ['ownWords'],
  });

/** The viewer's own plans, by name. */
export function listPlans(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listPlans(viewer.userId);
}

/** What a line can be given out with: the ready plans, which are known by their names, then the viewer's own. */
export async function listPlansToChoose(viewer: Viewer) {
  const own = await listPlans(viewer);
  return [...READY_PLANS.map((plan) => ({ id: plan.name, plan })), ...own];
}

/** A plan of the viewer's own. @throws NotFound */
export const requireOwnPlan = (viewer: Viewer, planId: unknown) => requirePlan(viewer, planId, false);

async function requirePlan(viewer: Viewer, planId: unknown, isRemoved: boolean) {
  assertTeacher(viewer);
  const id = z.uuid().safeParse(planId);
  const found = id.success ? await queries.maybePlan(id.data) : undefined;
  const isThere = found?.teacher_id === viewer.userId && (found.removed_at !== null) === isRemoved;
  if (!found || !isThere) throw new NotFound();
  return found;
}

/**
 * Keeps a plan under its name. What was given out with it before stays as it was.
 * @param planId of the plan that is changed; undefined for a new one.
 * @returns what is wrong, if anything.
 * @throws NotFound
 */
export async function savePlan(
  viewer: Viewer,
  planId: string | undefined,
  form: unknown,
): Promise<Result<undefined>> {
  assertTeacher(viewer);
  const read = readForm(planForm, form);
  if (!read.ok) return read;
  const own = await queries.listPlans(viewer.userId);
  if (own.some(({ id, plan }) => plan.name === read.value.name && id !== planId))
    return refused(`You have a plan “${read.value.name}” already: choose another name.`, 'name');
  if (planId !== undefined) {
    await queries.updatePlan((await requireOwnPlan(viewer, planId)).id, read.value);
    return DONE;
  }
  if (own.length >= MOST_PLANS) return refused(`There is room for ${MOST_PLANS} plans. Remove one first.`);
  await queries.insertPlan(viewer.userId, read.value);
  return DONE;
}

/** Removes a plan; what was given out with it stays, and it can be brought back for a day. @throws NotFound */
export async function removePlan(viewer: Viewer, planId: string): Promise<void> {
  await queries.setPlanRemoved((await requireOwnPlan(viewer, planId)).id, true);
}

/** @returns what is wrong, if anything. @throws NotFound */
export async function bringPlanBack(viewer: Viewer, planId: unknown): Promise<Result<undefined>> {
  const found = await requirePlan(viewer, planId, true);
  const own = await queries.listPlans(viewer.userId);
  if (own.some(({ plan }) => plan.name === found.plan.name))
    return refused(`You have a plan “${found.plan.name}” already.`);
  await queries.setPlanRemoved(found.id, false);
  return DONE;
}
