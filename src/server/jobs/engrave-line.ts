import type { Line } from '@/core/notation';
import { engrave, LAYOUTS } from '@/engraving';
import { maybeEngraving, maybeLineByHash, storeEngraving } from '@/server/db/queries/lines';

/** Draws every layout of a line that is not stored yet. */
export async function engraveLine(contentHash: string, known?: Line): Promise<void> {
  const line = known ?? (await maybeLineByHash(contentHash));
  if (!line) return;
  for (const layout of Object.values(LAYOUTS)) {
    if (await maybeEngraving(contentHash, layout.name)) continue;
    await storeEngraving(contentHash, layout.name, await engrave(line, layout));
  }
}
