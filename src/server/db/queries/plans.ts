import { sql } from 'kysely';
import type { Plan } from '@/core/practice';
import { database } from '../connection';

export function listPlans(teacherId: string) {
  return database()
    .selectFrom('plan')
    .select(['id', 'plan'])
    .where('teacher_id', '=', teacherId)
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

export async function deletePlan(planId: string): Promise<void> {
  await database().deleteFrom('plan').where('id', '=', planId).execute();
}
