import { sql } from 'kysely';
import type { Spelling } from '@/core/pitch';
import { database } from '../connection';

/**
 * What stands in the lines of a book before one of them: contents of their lead parts, and the pitches of the parts
 * for an instrument, of the lead where there is none for it.
 */
export async function acquaintanceBefore(lineId: string, instrument: string | undefined) {
  const played = instrument ?? '';
  const earlier = database()
    .selectFrom('line')
    .innerJoin('line as this', 'this.book_id', 'line.book_id')
    .where('this.id', '=', lineId)
    .whereRef('line.place', '<', 'this.place')
    .where('line.content_hash', 'is not', null);
  const [contents, pitches] = await Promise.all([
    earlier.select(sql<string>`unnest(line.features)`.as('content')).distinct().execute(),
    earlier
      .innerJoin('line_part', 'line_part.line_id', 'line.id')
      .innerJoin('music', 'music.content_hash', 'line_part.content_hash')
      .where(
        sql<boolean>`(line_part.instrument = ${played} or (line_part.place = 0 and ${played} != all(line.instruments)))`,
      )
      .select(
        sql<Spelling>`jsonb_path_query(music.line, '$.part.measures[*].events[*].pitch.spelling')`.as(
          'spelling',
        ),
      )
      .distinct()
      .execute(),
  ]);
  return {
    contents: contents.map(({ content }) => content),
    spellings: pitches.map(({ spelling }) => spelling),
  };
}
