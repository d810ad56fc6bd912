import { type DrawingWish, engrave, USUAL_DRAWINGS } from '@/engraving';
import { maybeEngraving, maybeMusic, storeEngraving } from '@/server/db/queries/music';
import type { ThreadPool } from '@/server/threads/pool';

/** The largest line is drawn within a few seconds; a busy machine may need long. */
const DEADLINE_MS = 120_000;

/** Makes those drawings of a line that are not stored yet. @param pool draws in its threads; without one it is done here. */
export async function engraveLine(
  contentHash: string,
  wishes: readonly DrawingWish[] = USUAL_DRAWINGS,
  pool?: ThreadPool,
): Promise<void> {
  const line = await maybeMusic(contentHash);
  if (!line) return;
  for (const wish of wishes) {
    if (await maybeEngraving(contentHash, wish)) continue;
    const engraving = await (pool ? pool.run('engrave', DEADLINE_MS, line, wish) : engrave(line, wish));
    await storeEngraving(contentHash, wish, engraving);
  }
}
