import type { Line } from '@/core/notation';
import { database } from '../connection';

/** A few kilobytes each: a term of several classes. */
const MOST_REMEMBERED = 2000;

/** Music by its hash, latest asked for last: what a hash stands for never changes. */
const remembered = new Map<string, Line>();

/**
 * The music of hashes, for whoever asks for much of it at once: read and put together once in the life of the process.
 * @returns by hash; what is not on the stand is left out.
 */
export async function rememberedLines(hashes: readonly string[]): Promise<ReadonlyMap<string, Line>> {
  const missing = [...new Set(hashes)].filter((hash) => !remembered.has(hash));
  const read =
    missing.length === 0
      ? []
      : await database()
          .selectFrom('music')
          .select(['content_hash as contentHash', 'line'])
          .where('content_hash', 'in', missing)
          .execute();
  const fresh = new Map(read.map(({ contentHash, line }) => [contentHash, line]));
  const asked = new Map<string, Line>();
  for (const hash of hashes) {
    const line = remembered.get(hash) ?? fresh.get(hash);
    if (!line) continue;
    asked.set(hash, line);
    remembered.delete(hash);
    remembered.set(hash, line);
  }
  for (const hash of remembered.keys()) {
    if (remembered.size <= MOST_REMEMBERED) break;
    remembered.delete(hash);
  }
  return asked;
}
