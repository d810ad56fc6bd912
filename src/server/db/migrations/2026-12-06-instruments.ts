import { type Kysely, sql } from 'kysely';
import { maybeInstrumentNamed } from '@/core/instruments';

interface NamedPart {
  readonly name: string;
  readonly instrument?: string;
}

const withInstrument = <Part extends NamedPart>(part: Part): Part => {
  const instrument = part.instrument ?? maybeInstrumentNamed(part.name)?.id;
  return instrument ? { ...part, instrument } : part;
};

/** A part says what it is written for, and is not searched by its name any more. Keys of music stay as they are. */
export async function up(db: Kysely<unknown>): Promise<void> {
  const music = await sql<{ hash: string; line: { part: NamedPart } }>`
    select content_hash as hash, line from music`.execute(db);
  for (const { hash, line } of music.rows) {
    const named = JSON.stringify({ ...line, part: withInstrument(line.part) });
    await sql`update music set line = ${named}::jsonb where content_hash = ${hash}`.execute(db);
  }
  const lines = await sql<{ id: string; document: { score: { parts: readonly NamedPart[] } } }>`
    select id, document from line`.execute(db);
  for (const { id, document } of lines.rows) {
    const score = { ...document.score, parts: document.score.parts.map(withInstrument) };
    await sql`update line set document = ${JSON.stringify({ ...document, score })}::jsonb where id = ${id}`.execute(
      db,
    );
  }
}
