import 'server-only';
import { z } from 'zod';
import { obstacles, partsOf } from '@/core/arranging';
import { DONE, failure, type Issue, type Result, success } from '@/core/base';
import { MAXIMUM_FILE_BYTES, writeMidi, writeMusicXml } from '@/core/formats';
import { INSTRUMENT_IDS, instrument } from '@/core/instruments';
import { blankScore } from '@/core/writing';
import * as books from '@/server/db/queries/books';
import * as lines from '@/server/db/queries/lines';
import { wishOnStand } from '@/server/db/queries/to-stand';
import { requestStanding } from '@/server/jobs/queue';
import { readDocument } from '@/server/threads/line-document';
import { readInThread } from '@/server/threads/read-in-thread';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { readForm, refused } from '../read-form';
import { usualWays } from '../school/classes';
import { lineFacts, requireDocument, requireLine } from './shelf';

/** The book that is asked for, or the viewer's first; a new one when there is none. @throws NotFound */
async function bookFor(viewer: Viewer, bookId: unknown): Promise<string> {
  const own = (await books.listBooks(viewer.userId)).filter(({ isEdited }) => isEdited);
  const asked = z.uuid().safeParse(bookId);
  if (asked.success) {
    const book = own.find(({ id }) => id === asked.data);
    if (!book) throw new NotFound();
    return book.id;
  }
  return (
    own.find(({ ownerId }) => ownerId === viewer.userId)?.id ??
    (await books.insertBook(viewer.userId, 'My lines')).id
  );
}

const newLine = z.object({
  title: z.string().trim().min(1, 'Give the line a title.').max(120, 'A title has at most 120 letters.'),
  instrument: z.enum(INSTRUMENT_IDS, 'Choose an instrument.'),
});

/** An empty line to be written. @returns its id, or what is wrong with the form. @throws NotFound */
export async function startLine(viewer: Viewer, form: unknown): Promise<Result<{ id: string }>> {
  assertTeacher(viewer);
  const read = readForm(newLine, form);
  if (!read.ok) return read;
  const score = blankScore(read.value.title, instrument(read.value.instrument));
  const bookId = await bookFor(viewer, (form as { bookId?: unknown }).bookId);
  return success({ id: await lines.insertLine(bookId, score.title, JSON.stringify({ score, derived: [] })) });
}

/** A line as its teacher writes it, and how the teacher's classes say note values. @throws NotFound */
export async function openLine(viewer: Viewer, lineId: string) {
  const [line, { vocabulary }] = await Promise.all([
    requireDocument(viewer, lineId, 'edit'),
    usualWays(viewer),
  ]);
  return { ...line, vocabulary };
}

export type Save =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'overtaken' }
  | { readonly kind: 'refused'; readonly problem: string };

const saveForm = z.object({ revision: z.int().min(1), document: z.unknown() });

/**
 * Stores what is on the desk. A window that worked on an older state does not overwrite a newer one.
 * @throws NotFound
 */
export async function saveLine(viewer: Viewer, lineId: string, form: unknown): Promise<Save> {
  await requireLine(viewer, lineId, 'edit');
  const asked = saveForm.safeParse(form);
  if (!asked.success)
    return { kind: 'refused', problem: 'The line came without saying which state it changes.' };
  const read = readDocument(asked.data.document);
  if (!read.ok) return { kind: 'refused', problem: read.issues[0]!.message };
  const revision = await lines.storeDocument(lineId, asked.data.revision, read.value);
  return revision === undefined ? { kind: 'overtaken' } : { kind: 'saved', revision };
}

/** Keeps a document beside the stored one, as a line of its own. @throws NotFound */
export async function keepCopy(
  viewer: Viewer,
  lineId: string,
  json: unknown,
): Promise<Result<{ id: string }>> {
  const line = await requireLine(viewer, lineId, 'edit');
  const read = readDocument(json);
  if (!read.ok) return read;
  const document = read.value;
  const title = `${document.score.title} (copy)`.slice(0, 120);
  return success({
    id: await lines.insertLine(
      line.bookId,
      title,
      JSON.stringify({ ...document, score: { ...document.score, title } }),
    ),
  });
}

/**
 * Has the stored document put on the stand: a worker does it, and then it can be given out.
 * @returns what is in the way. @throws NotFound
 */
export async function putOnStand(viewer: Viewer, lineId: string): Promise<Result<undefined>> {
  const { document } = await requireDocument(viewer, lineId, 'edit');
  const inTheWay = obstacles(document);
  if (inTheWay.length > 0) return failure(...inTheWay);
  await askForStanding(lineId);
  return DONE;
}

async function askForStanding(lineId: string): Promise<void> {
  await wishOnStand(lineId);
  await requestStanding(lineId);
}

export interface ImportedLine {
  readonly lineId: string;
  readonly title: string;
  /** Why it is a draft; empty when it goes on the stand. */
  readonly toMend: readonly Issue[];
}

/**
 * Reads a file and puts it on the shelf; what does not add up comes in as a draft.
 * @returns the line, with what the file holds that Mevlo does not keep as warnings. @throws NotFound
 */
export async function importLine(
  viewer: Viewer,
  file: unknown,
  bookId?: unknown,
): Promise<Result<ImportedLine>> {
  assertTeacher(viewer);
  if (!(file instanceof File) || file.size === 0)
    return refused('Choose a MusicXML, MIDI or ABC file first.', 'file');
  if (file.size > MAXIMUM_FILE_BYTES)
    return refused('The file is larger than 4 MB; one line of a method book was expected.', 'file');
  const read = await readInThread(new Uint8Array(await file.arrayBuffer()));
  if (!read.ok) return read;
  const { title, json, inTheWay } = read.value;
  const lineId = await lines.insertLine(await bookFor(viewer, bookId), title, json);
  if (inTheWay.length === 0) await askForStanding(lineId);
  return success({ lineId, title, toMend: inTheWay }, read.warnings);
}

const readLine = lineFacts
  .pick({ number: true, page: true })
  .partial({ number: true })
  .extend({
    bookId: z.uuid('Choose a book.'),
    document: z.unknown(),
  });

/**
 * Puts a line on the shelf that was read on the teacher's device: one of a page of lines.
 * @returns the line, or what is wrong with it. @throws NotFound for a book of somebody else
 */
export async function addReadLine(viewer: Viewer, form: unknown): Promise<Result<ImportedLine>> {
  assertTeacher(viewer);
  const asked = readForm(readLine, form);
  if (!asked.ok) return asked;
  const { bookId, number, page } = asked.value;
  const book = await bookFor(viewer, bookId);
  const read = readDocument(asked.value.document);
  if (!read.ok) return read;
  const document = read.value;
  const inTheWay = obstacles(document);
  const { title } = document.score;
  const lineId = await lines.insertLine(book, title, JSON.stringify(document), {
    page,
    ...(number !== undefined && { number }),
  });
  if (inTheWay.length === 0) await askForStanding(lineId);
  return success({ lineId, title, toMend: inTheWay });
}

const exportForm = z.enum(['musicxml', 'mid']);

/** A line with all its parts as a file. @throws NotFound */
export async function exportLine(
  viewer: Viewer,
  lineId: string,
  format: unknown,
): Promise<{ readonly name: string; readonly type: string; readonly bytes: Uint8Array }> {
  const { document, number } = await requireDocument(viewer, lineId);
  const asked = exportForm.safeParse(format);
  if (!asked.success) throw new NotFound();
  const score = { ...document.score, parts: partsOf(document).map(({ part }) => part) };
  const name = `${number} ${score.title}`.replace(/[^\p{L}\p{N} _-]+/gu, '').slice(0, 60) || `${number}`;
  if (asked.data === 'mid') return { name: `${name}.mid`, type: 'audio/midi', bytes: writeMidi(score) };
  return {
    name: `${name}.musicxml`,
    type: 'application/vnd.recordare.musicxml+xml',
    bytes: new TextEncoder().encode(writeMusicXml(score)),
  };
}
