import { sql } from 'kysely';
import { type MeasureVerdict, type Overrule, withOverrules } from '@/core/judging';
import { database } from '../connection';

/** The teacher's word on the measures of a take in `take_id`, as a part of a larger query. */
export const overrulesOf = (takeId: string) => sql<readonly Overrule[]>`coalesce((
  select json_agg(json_build_object(
    'measureIndex', measure_index, 'quality', quality, 'isRight', is_right
  ) order by measure_index, quality)
  from take_overrule where take_overrule.take_id = ${sql.ref(takeId)}
), '[]')`;

/** Rows whose measures follow the teacher's word. */
export function asOverruled<
  Row extends {
    readonly measures: readonly MeasureVerdict[] | null;
    readonly overrules: readonly Overrule[];
  },
>(rows: readonly Row[]): Row[] {
  return rows.map((row) => ({
    ...row,
    measures: row.measures && withOverrules(row.measures, row.overrules),
  }));
}

/** Whether a verdict of this judge or a later one has such a measure. */
export async function hasJudgedMeasure(
  takeId: string,
  measureIndex: number,
  leastVersion: number,
): Promise<boolean> {
  const found = await database()
    .selectFrom('take_check')
    .select('take_id')
    .where('take_id', '=', takeId)
    .where('verdict_version', '>=', leastVersion)
    .where(sql<boolean>`jsonb_array_length(verdict -> 'measures') > ${measureIndex}`)
    .executeTakeFirst();
  return found !== undefined;
}

/** With who said it, and when. */
export function listOverrules(takeId: string) {
  return database()
    .selectFrom('take_overrule')
    .innerJoin('user', 'user.id', 'take_overrule.teacher_id')
    .select([
      'measure_index as measureIndex',
      'quality',
      'is_right as isRight',
      'user.name as teacherName',
      'said_at as saidAt',
    ])
    .where('take_id', '=', takeId)
    .orderBy('measure_index')
    .orderBy('quality')
    .execute();
}

export async function storeOverrule(
  takeId: string,
  teacherId: string,
  { measureIndex, quality, isRight }: Overrule,
): Promise<void> {
  await database()
    .insertInto('take_overrule')
    .values({
      take_id: takeId,
      teacher_id: teacherId,
      measure_index: measureIndex,
      quality,
      is_right: isRight,
    })
    .onConflict((conflict) =>
      conflict
        .columns(['take_id', 'measure_index', 'quality'])
        .doUpdateSet({ is_right: isRight, teacher_id: teacherId, said_at: sql`now()` }),
    )
    .execute();
}

/** Back to what the verdict says. */
export async function deleteOverrule(
  takeId: string,
  { measureIndex, quality }: Pick<Overrule, 'measureIndex' | 'quality'>,
): Promise<void> {
  await database()
    .deleteFrom('take_overrule')
    .where('take_id', '=', takeId)
    .where('measure_index', '=', measureIndex)
    .where('quality', '=', quality)
    .execute();
}
