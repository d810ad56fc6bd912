import { sql } from 'kysely';
import { database } from '../connection';

export interface QueueState {
  /** Takes that wait for their check. */
  readonly waiting: number;
  readonly oldestWaitingSeconds: number;
  /** Of the last day. */
  readonly failedToday: number;
  readonly jobs: readonly { readonly queue: string; readonly state: string; readonly count: number }[];
}

/** How the work of the installation stands. */
export async function stateOfQueue(): Promise<QueueState> {
  const takes = await database()
    .selectFrom('take')
    .select([
      sql<number>`count(*) filter (where state = 'waiting')::int`.as('waiting'),
      sql<number>`coalesce(extract(epoch from now() - min(handed_in_at) filter (where state = 'waiting')), 0)::float`.as(
        'oldestWaitingSeconds',
      ),
      sql<number>`count(*) filter (where problem is not null and handed_in_at > now() - interval '1 day')::int`.as(
        'failedToday',
      ),
    ])
    .where((e) => e.or([e('state', '=', 'waiting'), e('problem', 'is not', null)]))
    .executeTakeFirstOrThrow();
  const { rows: jobs } = await sql<{ queue: string; state: string; count: number }>`
    select name as queue, state::text, count(*)::int as count from pgboss.job
    where state in ('created', 'retry', 'active', 'failed') and name not like '\\_\\_%'
    group by name, state order by name, state`.execute(database());
  return { ...takes, jobs };
}

/** Whether somebody is the head of the installation: the teacher whose account is the oldest. */
export async function isHeadOfInstallation(userId: string): Promise<boolean> {
  const oldest = await database()
    .selectFrom('user')
    .select('id')
    .where('role', '=', 'teacher')
    .orderBy('createdAt')
    .orderBy('id')
    .limit(1)
    .executeTakeFirst();
  return oldest?.id === userId;
}

export function listTeachers() {
  return database()
    .selectFrom('user')
    .select(['id', 'name', 'email', 'createdAt'])
    .where('role', '=', 'teacher')
    .orderBy('createdAt')
    .execute();
}

export function maybeTeacher(userId: string) {
  return database()
    .selectFrom('user')
    .select(['id', 'name', 'email'])
    .where('id', '=', userId)
    .where('role', '=', 'teacher')
    .executeTakeFirst();
}

/** What lies where, in bytes, and how many there are of what fills an installation. */
export async function sizeOfInstallation() {
  const { rows } = await sql<{
    databaseBytes: number;
    recordingBytes: number;
    recordings: number;
    teachers: number;
    students: number;
    takes: number;
  }>`select
    pg_database_size(current_database())::float as "databaseBytes",
    coalesce((select sum(octet_length(audio)) from take), 0)::float as "recordingBytes",
    (select count(*) from take where audio is not null)::int as recordings,
    (select count(*) from "user" where role = 'teacher')::int as teachers,
    (select count(*) from "user" where role = 'student')::int as students,
    (select count(*) from take)::int as takes`.execute(database());
  return rows[0]!;
}

/** The newest checks that went wrong, in the words of the program, without saying whose they are. */
export function listFailedChecks() {
  return database()
    .selectFrom('take')
    .select(['id', 'problem', 'state', 'handed_in_at as handedInAt'])
    .where('problem', 'is not', null)
    .orderBy('handed_in_at', 'desc')
    .limit(MOST_FAILURES)
    .execute();
}

const MOST_FAILURES = 20;

/** When the last backup was made; undefined when none was. */
export async function maybeLastBackup(): Promise<Date | undefined> {
  const row = await database()
    .selectFrom('setting')
    .select('value')
    .where('name', '=', 'last-backup')
    .executeTakeFirst();
  return row && new Date(row.value);
}

/** The newest migration that the database has. */
export async function newestMigration(): Promise<string | undefined> {
  const { rows } = await sql<{ name: string }>`
    select name from kysely_migration order by name desc limit 1`.execute(database());
  return rows[0]?.name;
}
