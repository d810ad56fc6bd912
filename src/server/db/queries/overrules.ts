import { sql } from 'kysely';
import { type MeasureVerdict, type NoteVerdict, type Overrule, withOverrules } from '@/core/judging';
import { database } from '../connection';

/** The note that a word is on, as it is judged now; null for a word on all of a measure. */
const JUDGED_NOTE = sql<NoteVerdict | null>`(
  select note from take_check, jsonb_array_elements(take_check.verdict -> 'notes') note
  where take_check.take_id = take_overrule.take_id and take_overrule.note_id is not null
    and note ->> 'noteId' = take_overrule.note_id
    and (note ->> 'measureIndex')::int = take_overrule.measure_index
)`;
/** A word on a note that a new verdict does not have says nothing any more. */
const IS_THERE = sql<boolean>`(take_overrule.note_id is null or ${JUDGED_NOTE} is not null)`;

/** The teacher's word on the measures of a take in `take_id`, as a part of a larger query. */
export const overrulesOf = (takeId: string) => sql<readonly Overrule[]>`coalesce((
  select json_agg(json_build_object(
    'measureIndex', measure_index, 'quality', quality, 'isRight', is_right, 'note', ${JUDGED_NOTE}
  ) order by measure_index, quality)
  from take_overrule where take_overrule.take_id = ${sql.ref(takeId)} and ${IS_THERE}
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

/** What a word is on. */
interface OverrulePlace {
  readonly measureIndex: number;
  readonly quality: Overrule['quality'];
  /** Undefined for the measure as a whole. */
  readonly noteId: string | undefined;
}

/** Whether a verdict of this judge or a later one has such a measure, and such a note in it. */
export async function hasJudgedMeasure(
  takeId: string,
  measureIndex: number,
  leastVersion: number,
  noteId?: string,
): Promise<boolean> {
  const found = await database()
    .selectFrom('take_check')
    .innerJoin('take', 'take.id', 'take_check.take_id')
    .select('take_id')
    .where('take_id', '=', takeId)
    // Without a recording what was said stands.
    .where((e) => e.or([e('verdict_version', '>=', leastVersion), e('take.audio', 'is', null)]))
    .where(sql<boolean>`jsonb_array_length(verdict -> 'measures') > ${measureIndex}`)
    .$if(noteId !== undefined, (query) =>
      query.where(sql<boolean>`verdict -> 'notes' @> ${JSON.stringify([{ noteId, measureIndex }])}::jsonb`),
    )
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
      JUDGED_NOTE.as('note'),
      'user.name as teacherName',
      'said_at as saidAt',
    ])
    .where('take_id', '=', takeId)
    .where(IS_THERE)
    .orderBy('measure_index')
    .orderBy('quality')
    .orderBy('note_id')
    .execute();
}

export async function storeOverrule(
  takeId: string,
  teacherId: string,
  { measureIndex, quality, noteId }: OverrulePlace,
  isRight: boolean,
): Promise<void> {
  await database()
    .insertInto('take_overrule')
    .values({
      take_id: takeId,
      teacher_id: teacherId,
      measure_index: measureIndex,
      quality,
      note_id: noteId ?? null,
      is_right: isRight,
    })
    .onConflict((conflict) =>
      conflict
        .columns(['take_id', 'measure_index', 'quality', 'note_id'])
        .doUpdateSet({ is_right: isRight, teacher_id: teacherId, said_at: sql`now()` }),
    )
    .execute();
}

/** Back to what the verdict says. */
export async function deleteOverrule(
  takeId: string,
  { measureIndex, quality, noteId }: OverrulePlace,
): Promise<void> {
  await database()
    .deleteFrom('take_overrule')
    .where('take_id', '=', takeId)
    .where('measure_index', '=', measureIndex)
    .where('quality', '=', quality)
    .where('note_id', noteId === undefined ? 'is' : '=', noteId ?? null)
    .execute();
}
