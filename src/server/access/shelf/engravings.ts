import 'server-only';
import { z } from 'zod';
import type { CountingStyle } from '@/core/counting';
import { type DrawingWish, type Engraving, LAYOUT_NAMES, USUAL_DRAWINGS } from '@/engraving/engraving';
import * as music from '@/server/db/queries/music';
import { requestEngraving } from '@/server/jobs/queue';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';

/** Both screen layouts of a line; undefined while the worker is still drawing. */
export type LineEngravings = Readonly<Record<'wide' | 'narrow', Engraving>>;

/** A line as a class reads it; the worker is asked for it when it is not drawn yet, and nobody waits. */
export async function engravingsOf(
  contentHash: string,
  counting: CountingStyle | undefined,
): Promise<LineEngravings | undefined> {
  const drawn = await drawingsOf(
    contentHash,
    LAYOUT_NAMES.map((layout) => ({ layout, counting })),
  );
  return drawn && { wide: drawn[0]!, narrow: drawn[1]! };
}

/** Some drawings of a line, in the order asked for; undefined, and asked for, unless all of them are there. */
export async function drawingsOf(
  contentHash: string,
  wishes: readonly DrawingWish[],
): Promise<readonly Engraving[] | undefined> {
  const found = await music.engravingsFor(contentHash, wishes);
  if (found) return found;
  await requestEngraving(contentHash, { wishes, isAwaited: true });
  return undefined;
}

/** A shelf has many openings; one that is not drawn within this is there at the next visit. */
const OPENING_PATIENCE_MS = 1000;
const OPENING_POLL_MS = 100;

const contentHash = z.string().regex(/^[0-9a-f]{64}$/);

/** The first system of music in the viewer's books, as an SVG document of its own. @throws NotFound */
export async function getOpening(viewer: Viewer, hash: unknown): Promise<string> {
  assertTeacher(viewer);
  const read = contentHash.safeParse(hash);
  if (!read.success || !(await music.isMusicOfTeacher(read.data, viewer.userId))) throw new NotFound();
  const wishes = USUAL_DRAWINGS.filter(({ layout }) => layout === 'narrow');
  let drawn = await drawingsOf(read.data, wishes);
  for (const deadline = performance.now() + OPENING_PATIENCE_MS; !drawn && performance.now() < deadline; ) {
    await new Promise((resolve) => setTimeout(resolve, OPENING_POLL_MS));
    drawn = await music.engravingsFor(read.data, wishes);
  }
  const svg = drawn?.[0]?.systems[0]?.svg;
  if (!svg) throw new NotFound();
  return svg.includes('xmlns=') ? svg : svg.replace('<svg ', '<svg xmlns="http://www.w3.org/2000/svg" ');
}
