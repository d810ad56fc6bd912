import { readFileSync } from 'node:fs';
import { Kysely, PostgresDialect, sql } from 'kysely';
import pg from 'pg';
import { readMusicXml } from '@/core/formats';
import * as first from '@/server/db/migrations/2026-11-25-first';
import * as shelf from '@/server/db/migrations/2026-11-25-shelf';
import * as instruments from '@/server/db/migrations/2026-12-06-instruments';
import { bookLine } from '../support/lines';

/** A database of its own, as it was before the shelf had pages and parts. */
async function oldDatabase(): Promise<{ readonly db: Kysely<unknown>; readonly end: () => Promise<void> }> {
  const url = process.env.MEVLO_TEST_SERVER!;
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  await admin.query('drop database if exists migration_test with (force)');
  await admin.query('create database migration_test');
  const pool = new pg.Pool({ connectionString: url.replace(/\/[^/]+$/, '/migration_test') });
  // Dropping the database may end a connection that is just being closed.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  const db = new Kysely<unknown>({ dialect: new PostgresDialect({ pool }) });
  await first.up(db);
  return {
    db,
    end: async () => {
      await db.destroy();
      await admin.query('drop database if exists migration_test with (force)');
      await admin.end();
    },
  };
}

/** The music as the first form of the application stored it: one voice of single notes. */
function oldLine() {
  const { title, part } = bookLine(7);
  const measures = part.measures.map(({ systemBreak, otherVoices, lowerClef, ...measure }) => ({
    ...measure,
    events: measure.events.map((event) => {
      if (event.kind === 'rest') {
        const { hidden, ...rest } = event;
        return rest;
      }
      const { chordPitches, stringHint, positionHint, stem, ...note } = event;
      return note;
    }),
  }));
  const { id, instrument, ...rest } = part;
  return { title, part: { ...rest, measures } };
}

test('lines and takes of before are all there, and are read in the form of today', async () => {
  const { db, end } = await oldDatabase();
  try {
    const hash = 'a'.repeat(64);
    const music = readFileSync('demo/book/07-three-lanterns.musicxml', 'base64');
    await sql`insert into "user" (id, name, email, "emailVerified", role) values
      ('t', 'T', 't@x.example', true, 'teacher'), ('s', 'S', 's@x.invalid', true, 'student')`.execute(db);
    await sql`insert into book (id, teacher_id, title) values ('00000000-0000-4000-8000-000000000001', 't', 'Book')`.execute(
      db,
    );
    await sql`insert into line (id, book_id, number, title, music_xml, line, content_hash) values
      ('00000000-0000-4000-8000-000000000002', '00000000-0000-4000-8000-000000000001', 7, 'Three Lanterns',
       ${music}, ${JSON.stringify(oldLine())}::jsonb, ${hash})`.execute(db);
    await sql`insert into class (id, teacher_id, name, code) values ('00000000-0000-4000-8000-000000000003', 't', 'C', 'C-1')`.execute(
      db,
    );
    await sql`insert into assignment (id, class_id, line_id, start_bpm, goal_bpm, due_on) values
      ('00000000-0000-4000-8000-000000000004', '00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000002', 60, 80, '2027-01-01')`.execute(
      db,
    );
    await sql`insert into take (id, assignment_id, student_id, asked_bpm, source, audio, audio_type) values
      ('00000000-0000-4000-8000-000000000005', '00000000-0000-4000-8000-000000000004', 's', 60, 'file', '\\x00', 'wav')`.execute(
      db,
    );

    for (const { up } of [shelf, instruments])
      await db.transaction().execute((transaction) => up(transaction as Kysely<unknown>));

    const { rows } = await sql<{
      document: { score: { parts: unknown[] } };
      place: number;
      content_hash: string;
    }>`
      select document, place, content_hash from line`.execute(db);
    expect(rows[0]).toMatchObject({ place: 7, content_hash: hash });
    const today = readMusicXml(readFileSync('demo/book/07-three-lanterns.musicxml'));
    const expected = today.ok && JSON.parse(JSON.stringify(today.value.parts[0]));
    expect(rows[0]!.document.score.parts[0]).toEqual({ ...expected, id: 'P1' });
    const { rows: takes } = await sql<{ content_hash: string; line: unknown }>`
      select take.content_hash, music.line from take join music using (content_hash)`.execute(db);
    expect(takes[0]).toMatchObject({
      content_hash: hash,
      line: { title: 'Three Lanterns', part: { instrument: today.ok && today.value.parts[0]!.instrument } },
    });
  } finally {
    await end();
  }
});
