import 'server-only';
import { z } from 'zod';
import type { CountingStyle } from '@/core/counting';
import { type DrawingWish, type Engraving, LAYOUT_NAMES, USUAL_DRAWINGS } from '@/engraving/engraving';
import * as music from '@/server/db/queries/music';
import { requestEngraving } from '@/server/jobs/queue';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';

/** Both screen layouts of a line; undefined while the worker is still drawing. */
export type LineEngravings = Readonly<Record<'wide' | 'narrow', Engraving>>;

const ENGRAVING_PATIENCE_MS = 8000;
const ENGRAVING_POLL_MS = 100;
/** A shelf has many openings; one that is not drawn yet is there at the next visit. */
const OPENING_PATIENCE_MS = 1000;

/** A line as a class reads it; drawn by the worker first when it is not there yet. */
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

/** Some drawings of a line, in the order asked for. */
export async function drawingsOf(
  contentHash: string,
  wishes: readonly DrawingWish[],
  patienceMs = ENGRAVING_PATIENCE_MS,
): Promise<readonly Engraving[] | undefined> {
  const read = async () => {
    const found = await Promise.all(wishes.map((wish) => music.maybeEngraving(contentHash, wish)));
    const there = found.filter((engraving) => engraving !== undefined);
    return there.length === wishes.length ? there : undefined;
  };
  const stored = await read();
  if (stored) return stored;
  await requestEngraving(contentHash, { wishes, isAwaited: true });
  for (const deadline = Date.now() + patienceMs; Date.now() < deadline; ) {
    await new Promise((resolve) => setTimeout(resolve, ENGRAVING_POLL_MS));
    const drawn = await read();
    if (drawn) return drawn;
  }
  return undefined;
}

const contentHash = z.string().regex(/^[0-9a-f]{64}$/);

/** The first system of music in the viewer's books, as an SVG document of its own. @throws NotFound */
export async function getOpening(viewer: Viewer, hash: unknown): Promise<string> {
  assertTeacher(viewer);
  const read = contentHash.safeParse(hash);
  if (!read.success || !(await music.isMusicOfTeacher(read.data, viewer.userId))) throw new NotFound();
  const drawn = await drawingsOf(
    read.data,
    USUAL_DRAWINGS.filter(({ layout }) => layout === 'narrow'),
    OPENING_PATIENCE_MS,
  );
  const svg = drawn?.[0]?.systems[0]?.svg;
  if (!svg) throw new NotFound();
  return svg.includes('xmlns=') ? svg : svg.replace('<svg ', '<svg xmlns="http://www.w3.org/2000/svg" ');
}
