import { sql } from 'kysely';
import { drawingKey, ENGRAVING_VERSION, USUAL_DRAWINGS } from '@/engraving/engraving';
import { database } from '../connection';
import { isNotOfLately } from './clock';
import { ON_ITS_WAY_SECONDS, withoutLiveJob } from './live-jobs';

/** Asks for a line to be put on the stand as it is stored. */
export async function wishOnStand(lineId: string): Promise<void> {
  await database()
    .insertInto('line_to_stand')
    .values({ line_id: lineId })
    .onConflict((conflict) =>
      conflict.column('line_id').doUpdateSet({
        asked_at: sql<Date>`now()`,
        wish: sql<string>`gen_random_uuid()`,
        begun: 0,
        problem: null,
      }),
    )
    .execute();
}

/** Counts that a worker begins. @returns what it is to put on the stand; undefined when nobody wants it any more. */
export async function beginStanding(lineId: string) {
  const begun = await database()
    .updateTable('line_to_stand')
    .set({ begun: sql<number>`begun + 1` })
    .where('line_id', '=', lineId)
    .where('problem', 'is', null)
    .returning(['wish', 'begun'])
    .executeTakeFirst();
  if (!begun) return undefined;
  const { document } = await database()
    .selectFrom('line')
    .select('document')
    .where('id', '=', lineId)
    .executeTakeFirstOrThrow();
  return { ...begun, document };
}

/** The wish is given up, and whoever looks at the line reads why. */
export async function giveUpStanding(lineId: string, wish: string, problem: string): Promise<void> {
  await database()
    .updateTable('line_to_stand')
    .set({ problem })
    .where('line_id', '=', lineId)
    .where('wish', '=', wish)
    .execute();
}

/** Lines that wait to be put on the stand, and for which nothing is queued. @param queueName of that job. */
export function listForgottenLines(queueName: string) {
  return database()
    .selectFrom('line_to_stand')
    .select('line_id as id')
    .where('problem', 'is', null)
    .where(isNotOfLately(sql.ref('asked_at'), ON_ITS_WAY_SECONDS))
    .where(withoutLiveJob(queueName, sql.ref('line_to_stand.line_id')))
    .execute();
}

export interface Standing {
  /** Waits for a worker. */
  readonly isAwaited: boolean;
  /** Why it was given up. */
  readonly problem: string | undefined;
  /** Drawings of all its parts as they are on the stand: those that are there, and all. */
  readonly drawings: { readonly done: number; readonly of: number };
}

/** How far it is with a line on its way to the stand. */
export async function standingOf(lineId: string): Promise<Standing> {
  const [wish, drawn] = await Promise.all([
    database().selectFrom('line_to_stand').select('problem').where('line_id', '=', lineId).executeTakeFirst(),
    database()
      .selectFrom('line_part')
      .leftJoin('engraving', (join) =>
        join
          .onRef('engraving.content_hash', '=', 'line_part.content_hash')
          .on('engraving.version', '=', ENGRAVING_VERSION)
          .on('engraving.drawing', 'in', USUAL_DRAWINGS.map(drawingKey)),
      )
      .select(({ fn }) => [
        fn.count<string>('engraving.drawing').as('done'),
        fn.count<string>('line_part.place').distinct().as('parts'),
      ])
      .where('line_part.line_id', '=', lineId)
      .executeTakeFirstOrThrow(),
  ]);
  return {
    isAwaited: wish !== undefined && wish.problem === null,
    problem: wish?.problem ?? undefined,
    drawings: { done: Number(drawn.done), of: Number(drawn.parts) * USUAL_DRAWINGS.length },
  };
}
