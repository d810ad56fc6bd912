import { engrave, LAYOUTS, type Layout, SCREEN_LAYOUTS } from '@/engraving';
import { maybeEngraving, maybeMusic, storeEngraving } from '@/server/db/queries/music';

/** Draws those layouts of a line that are not stored yet. */
export async function engraveLine(
  contentHash: string,
  layouts: readonly Layout['name'][] = SCREEN_LAYOUTS,
): Promise<void> {
  const line = await maybeMusic(contentHash);
  if (!line) return;
  for (const name of layouts) {
    if (await maybeEngraving(contentHash, name)) continue;
    await storeEngraving(contentHash, name, await engrave(line, LAYOUTS[name]));
  }
}
