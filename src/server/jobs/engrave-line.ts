import { type DrawingWish, engrave, USUAL_DRAWINGS } from '@/engraving';
import { maybeEngraving, maybeMusic, storeEngraving } from '@/server/db/queries/music';

/** Makes those drawings of a line that are not stored yet. */
export async function engraveLine(
  contentHash: string,
  wishes: readonly DrawingWish[] = USUAL_DRAWINGS,
): Promise<void> {
  const line = await maybeMusic(contentHash);
  if (!line) return;
  for (const wish of wishes) {
    if (await maybeEngraving(contentHash, wish)) continue;
    await storeEngraving(contentHash, wish, await engrave(line, wish));
  }
}
