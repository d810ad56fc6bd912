import 'server-only';
import { z } from 'zod';
import { type Engraving, type Layout, SCREEN_LAYOUTS } from '@/engraving/engraving';
import * as music from '@/server/db/queries/music';
import { requestEngraving } from '@/server/jobs/queue';
import { assertTeacher, NotFound, type Viewer } from './viewer';

/** Both screen layouts of a line; undefined while the worker is still drawing. */
export type LineEngravings = Readonly<Record<'wide' | 'narrow', Engraving>>;

const ENGRAVING_PATIENCE_MS = 8000;
const ENGRAVING_POLL_MS = 100;
/** A shelf has many openings; one that is not drawn yet is there at the next visit. */
const OPENING_PATIENCE_MS = 1000;

/** The stored engravings; drawn by the worker first when they are not there yet. */
export async function engravingsOf(contentHash: string): Promise<LineEngravings | undefined> {
  const drawn = await drawnLayouts(contentHash, SCREEN_LAYOUTS);
  return drawn && { wide: drawn[0]!, narrow: drawn[1]! };
}

/** Some layouts of a line, in the order asked for. */
export async function drawnLayouts(
  contentHash: string,
  layouts: readonly Layout['name'][],
  patienceMs = ENGRAVING_PATIENCE_MS,
): Promise<readonly Engraving[] | undefined> {
  const read = async () => {
    const found = await Promise.all(layouts.map((layout) => music.maybeEngraving(contentHash, layout)));
    const there = found.filter((engraving) => engraving !== undefined);
    return there.length === layouts.length ? there : undefined;
  };
  const stored = await read();
  if (stored) return stored;
  await requestEngraving(contentHash, { layouts, isAwaited: true });
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
  const drawn = await drawnLayouts(read.data, ['narrow'], OPENING_PATIENCE_MS);
  const svg = drawn?.[0]?.systems[0]?.svg;
  if (!svg) throw new NotFound();
  return svg.includes('xmlns=') ? svg : svg.replace('<svg ', '<svg xmlns="http://www.w3.org/2000/svg" ');
}
