import 'server-only';
import { z } from 'zod';
import { describeIssue } from '@/core/base';
import { MAXIMUM_XML_BYTES, readMusicXml } from '@/core/formats';
import type { Engraving, Layout } from '@/engraving/engraving';
import * as queries from '@/server/db/queries/lines';
import { hashLine } from '@/server/demo/starter-book';
import { requestEngraving } from '@/server/jobs/queue';
import { assertTeacher, NotFound, type Viewer } from './viewer';

/** Both layouts of a line; undefined while the worker is still drawing. */
export type LineEngravings = Readonly<Record<Layout['name'], Engraving>>;

const ENGRAVING_PATIENCE_MS = 8000;
const ENGRAVING_POLL_MS = 100;

export async function listLines(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listLines(viewer.userId);
}

/** A line of the viewer's shelf. @throws NotFound */
export async function getLine(viewer: Viewer, lineId: string) {
  assertTeacher(viewer);
  const line = z.uuid().safeParse(lineId).success ? await queries.maybeLine(lineId) : undefined;
  if (!line || line.teacherId !== viewer.userId) throw new NotFound();
  return { ...line, engravings: await engravingsOf(line.contentHash) };
}

/** The stored engravings; drawn by the worker first when they are not there yet. */
export async function engravingsOf(contentHash: string): Promise<LineEngravings | undefined> {
  const read = async () => {
    const [wide, narrow] = await Promise.all([
      queries.maybeEngraving(contentHash, 'wide'),
      queries.maybeEngraving(contentHash, 'narrow'),
    ]);
    return wide && narrow ? { wide, narrow } : undefined;
  };
  const stored = await read();
  if (stored) return stored;
  await requestEngraving(contentHash);
  for (const deadline = Date.now() + ENGRAVING_PATIENCE_MS; Date.now() < deadline; ) {
    await new Promise((resolve) => setTimeout(resolve, ENGRAVING_POLL_MS));
    const drawn = await read();
    if (drawn) return drawn;
  }
  return undefined;
}

export type Import =
  | { readonly ok: true; readonly lineId: string; readonly warnings: readonly string[] }
  | { readonly ok: false; readonly problems: readonly string[] };

/** Reads, checks and stores a MusicXML file in the viewer's first book (made when there is none). */
export async function importLine(viewer: Viewer, file: unknown): Promise<Import> {
  assertTeacher(viewer);
  if (!(file instanceof File) || file.size === 0)
    return { ok: false, problems: ['Choose a MusicXML file (.musicxml or .mxl) first.'] };
  if (file.size > MAXIMUM_XML_BYTES)
    return { ok: false, problems: ['The file is larger than 4 MB; one line of a method book was expected.'] };
  const bytes = new Uint8Array(await file.arrayBuffer());
  const read = readMusicXml(bytes);
  if (!read.ok) return { ok: false, problems: read.issues.map(describeIssue) };
  const [book] = await queries.listBooks(viewer.userId);
  const bookId = book?.id ?? (await queries.insertBook(viewer.userId, 'My lines')).id;
  const contentHash = hashLine(read.value);
  const lineId = await queries.insertLine(
    bookId,
    read.value,
    Buffer.from(bytes).toString('base64'),
    contentHash,
  );
  await requestEngraving(contentHash);
  return { ok: true, lineId, warnings: read.warnings.map(describeIssue) };
}
