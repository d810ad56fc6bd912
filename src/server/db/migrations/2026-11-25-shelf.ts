import { type Kysely, sql } from 'kysely';

/**
 * Books with pages, lines as documents that can be unfinished, music by its content, a part for every instrument.
 * What a take was played on stays with the take: the line may be changed later.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of TABLES) await sql.raw(statement).execute(db);
  await moveMusic(db);
  for (const statement of AFTERWARDS) await sql.raw(statement).execute(db);
}

const TABLES = [
  `create table music (
    content_hash text primary key check (content_hash ~ '^[0-9a-f]{64}$'),
    line jsonb not null
  )`,
  `create table book_page (
    book_id uuid not null references book (id) on delete cascade,
    page integer not null check (page between 1 and 999),
    whats_new text not null check (length(whats_new) <= 200),
    primary key (book_id, page)
  )`,
  `alter table line
    add column place integer,
    add column page integer check (page between 1 and 999),
    add column level integer check (level between 1 and 9),
    add column token text check (length(token) between 1 and 30),
    add column document jsonb,
    add column revision integer not null default 1,
    add column features text[] not null default '{}',
    add column instruments text[] not null default '{}'`,
  'alter table line drop constraint line_book_id_number_key',
  'alter table line alter column content_hash drop not null',
  `create table line_part (
    line_id uuid not null references line (id) on delete cascade,
    place integer not null,
    name text not null check (length(name) <= 80),
    instrument text,
    content_hash text not null references music (content_hash),
    primary key (line_id, place)
  )`,
  'create index on line_part (content_hash)',
  `alter table class add column vocabulary text not null default 'us' check (vocabulary in ('us', 'uk'))`,
  'alter table class_student add column instrument text',
  'alter table engraving drop constraint engraving_layout_check',
  `alter table engraving add check (layout in ('wide', 'narrow', 'plain'))`,
  'alter table take add column content_hash text',
];

const AFTERWARDS = [
  'alter table line alter column place set not null, alter column document set not null',
  'alter table line drop column line, drop column music_xml',
  'alter table line add foreign key (content_hash) references music (content_hash)',
  'create index on line (book_id, place)',
  `update take set content_hash = line.content_hash
    from assignment join line on line.id = assignment.line_id where assignment.id = take.assignment_id`,
  'alter table take alter column content_hash set not null',
  'alter table take add foreign key (content_hash) references music (content_hash)',
];

interface OldLine {
  readonly id: string;
  readonly book_id: string;
  readonly number: number;
  readonly title: string;
  readonly content_hash: string;
  readonly line: { readonly title: string; readonly part: OldPart };
}

interface OldPart {
  readonly name: string;
  readonly measures: readonly { readonly events: readonly { readonly kind: string }[] }[];
}

/** Lines were stored with one voice of single notes; the form of today has more in it. */
async function moveMusic(db: Kysely<unknown>): Promise<void> {
  const { rows } =
    await sql<OldLine>`select id, book_id, number, title, content_hash, line from line`.execute(db);
  for (const { id, number, title, content_hash, line } of rows) {
    const part = todaysPart(line.part);
    const music = JSON.stringify({ title: line.title, part });
    const document = JSON.stringify({ score: { title, parts: [part] }, derived: [] });
    await sql`insert into music (content_hash, line) values (${content_hash}, ${music}::jsonb)
      on conflict do nothing`.execute(db);
    await sql`update line set place = ${number}, document = ${document}::jsonb where id = ${id}`.execute(db);
    await sql`insert into line_part (line_id, place, name, content_hash)
      values (${id}, 0, ${part.name}, ${content_hash})`.execute(db);
  }
}

function todaysPart(part: OldPart) {
  return {
    ...part,
    id: 'P1',
    measures: part.measures.map((measure) => ({
      ...measure,
      systemBreak: false,
      otherVoices: [],
      events: measure.events.map((event) =>
        event.kind === 'note' ? { ...event, chordPitches: [] } : { ...event, hidden: false },
      ),
    })),
  };
}
