import { sql } from 'kysely';
import type { Plan } from '@/core/practice';
import { database } from '../connection';

export function listPlans(teacherId: string) {
  return database()
    .selectFrom('plan')
    .select(['id', 'plan'])
    .where('teacher_id', '=', teacherId)
    .where('removed_at', 'is', null)
    .orderBy(sql`plan ->> 'name'`)
    .execute();
}

export function maybePlan(planId: string) {
  return database().selectFrom('plan').selectAll().where('id', '=', planId).executeTakeFirst();
}

export function insertPlan(teacherId: string, plan: Plan) {
  return database()
    .insertInto('plan')
    .values({ teacher_id: teacherId, plan: JSON.stringify(plan) })
    .returning('id')
    .executeTakeFirstOrThrow();
}

export async function updatePlan(planId: string, plan: Plan): Promise<void> {
  await database()
    .updateTable('plan')
    .set({ plan: JSON.stringify(plan) })
    .where('id', '=', planId)
    .execute();
}

/** Takes a plan away, or brings it back. */
export async function setPlanRemoved(planId: string, isRemoved: boolean): Promise<void> {
  await database()
    .updateTable('plan')
    .set({ removed_at: isRemoved ? sql<Date>`now()` : null })
    .where('id', '=', planId)
    .execute();
}
