import { type Kysely, sql } from 'kysely';

/** Every class counts in its own way, and a line is drawn with the counts of the class that reads it. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  'alter table class add column counting jsonb',
  // Drawings are made again when they are next looked at.
  'delete from engraving',
  'alter table engraving drop constraint engraving_layout_check',
  'alter table engraving rename column layout to drawing',
  'alter table engraving add check (length(drawing) <= 600)',
];
