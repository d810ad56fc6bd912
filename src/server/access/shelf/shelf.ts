import 'server-only';
import { z } from 'zod';
import { DONE, type Result, success } from '@/core/base';
import { INSTRUMENT_IDS } from '@/core/instruments';
import { CONTENT_IDS } from '@/core/study';
import * as books from '@/server/db/queries/books';
import * as lines from '@/server/db/queries/lines';
import { listParts, maybeMusic } from '@/server/db/queries/music';
import { standingOf } from '@/server/db/queries/to-stand';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { readForm } from '../read-form';
import { usualWays } from '../school/classes';
import { engravingsOf } from './engravings';

const SHELF_LINES = 60;

/** What is asked of the shelf, as it stands in the address. Nonsense is passed over. */
const shelfQuery = z.object({
  search: z.string().trim().min(1).max(80).optional().catch(undefined),
  instrument: z.enum(INSTRUMENT_IDS).optional().catch(undefined),
  features: z
    .union([z.string().transform((one) => [one]), z.array(z.string())])
    .transform((all) => CONTENT_IDS.filter((id) => all.includes(id)))
    .optional()
    .catch(undefined),
  book: z.uuid().optional().catch(undefined),
  from: z.coerce.number().int().min(0).max(100_000).optional().catch(undefined),
});

/** A stretch of the viewer's lines, with how many there are in all. @param query as in the address. */
export async function listShelf(viewer: Viewer, query: unknown) {
  assertTeacher(viewer);
  const asked = shelfQuery.parse(query ?? {});
  const filter = {
    search: asked.search,
    instrument: asked.instrument,
    features: asked.features ?? [],
    bookId: asked.book,
  };
  const from = asked.from ?? 0;
  const [found, count, allBooks, pages] = await Promise.all([
    lines.listLines(viewer.userId, filter, from, SHELF_LINES),
    lines.countLines(viewer.userId, filter),
    books.listBooks(viewer.userId),
    books.listPages(viewer.userId),
  ]);
  return { lines: found, count, books: allBooks, pages, filter, from, pageSize: SHELF_LINES };
}

export function listBooks(viewer: Viewer) {
  assertTeacher(viewer);
  return books.listBooks(viewer.userId);
}

/** To look at and give out, to change, or to share and put into the bin. */
export type Right = 'read' | 'edit' | 'own';

interface Rights {
  readonly ownerId: string;
  readonly isRead: boolean;
  readonly isEdited: boolean;
}

const has = ({ ownerId, isRead, isEdited }: Rights, { userId }: Viewer, right: Right): boolean =>
  right === 'own' ? ownerId === userId : right === 'edit' ? isEdited : isRead;

/** That a line is on the viewer's shelf, and how it stands. @throws NotFound */
export function requireLine(viewer: Viewer, lineId: unknown, right: Right = 'read') {
  return requireThing(viewer, lineId, right, lines.maybeLineFacts);
}

/** A line of the viewer's shelf with its document. @throws NotFound */
export function requireDocument(viewer: Viewer, lineId: unknown, right: Right = 'read') {
  return requireThing(viewer, lineId, right, lines.maybeLine);
}

/** A book of the viewer's shelf. @throws NotFound */
export function requireBook(viewer: Viewer, bookId: unknown, right: Right) {
  return requireThing(viewer, bookId, right, books.maybeBook);
}

async function requireThing<Thing extends Rights>(
  viewer: Viewer,
  id: unknown,
  right: Right,
  load: (id: string, teacherId: string) => Promise<Thing | undefined>,
): Promise<Thing> {
  assertTeacher(viewer);
  const read = z.uuid().safeParse(id);
  const found = read.success ? await load(read.data, viewer.userId) : undefined;
  if (!found || !has(found, viewer, right)) throw new NotFound();
  return found;
}

/**
 * A line of the viewer's shelf as it is on the stand.
 * @param place of the part that is looked at, 0 for the lead.
 * @throws NotFound
 */
export async function getLine(viewer: Viewer, lineId: string, place = 0) {
  const facts = await requireLine(viewer, lineId);
  // In this order: what is not awaited any more when it is asked for has its parts when they are.
  const standing = await standingOf(lineId);
  const parts = await listParts(lineId);
  const part = parts.find((candidate) => candidate.place === place) ?? parts[0];
  const music = part && (await maybeMusic(part.contentHash));
  if (!part || !music) return { ...facts, parts, standing, shown: undefined };
  const { counting, vocabulary } = await usualWays(viewer);
  return {
    ...facts,
    parts,
    standing,
    shown: { ...part, line: music, vocabulary, engravings: await engravingsOf(part.contentHash, counting) },
  };
}

const A_NUMBER = 'The number of a line is 1 to 9999.';
const A_PAGE = 'A page is a number from 1 to 999.';
const A_LEVEL = 'A level is a number from 1 to 9.';
/** Where a line stands in its book, and what it earns. */
export const lineFacts = z.object({
  number: z.coerce.number({ error: A_NUMBER }).int(A_NUMBER).min(1, A_NUMBER).max(9999, A_NUMBER),
  page: z.preprocess(
    emptyIsNull,
    z.coerce.number({ error: A_PAGE }).int(A_PAGE).min(1, A_PAGE).max(999, A_PAGE).nullable(),
  ),
  level: z.preprocess(
    emptyIsNull,
    z.coerce.number({ error: A_LEVEL }).int(A_LEVEL).min(1, A_LEVEL).max(9, A_LEVEL).nullable(),
  ),
  token: z.preprocess(emptyIsNull, z.string().trim().max(30, 'A token has at most 30 letters.').nullable()),
});

function emptyIsNull(value: unknown): unknown {
  return value === '' || value === undefined ? null : value;
}

const placeForm = lineFacts.extend({ bookId: z.uuid().optional() });

/** Number, page, level and token of a line, and in which book it stands. @returns what is wrong, if anything. @throws NotFound */
export async function changeFacts(viewer: Viewer, lineId: string, form: unknown): Promise<Result<undefined>> {
  await requireLine(viewer, lineId, 'edit');
  const read = readForm(placeForm, form);
  if (!read.ok) return read;
  const { bookId, ...facts } = read.value;
  if (bookId !== undefined) await requireBook(viewer, bookId, 'edit');
  await lines.updateFacts(lineId, facts);
  if (bookId !== undefined) await lines.moveToBook(lineId, bookId);
  return DONE;
}

const bookForm = z.object({
  title: z.string().trim().min(1, 'Give the book a title.').max(80, 'A book title has at most 80 letters.'),
});

/** @returns the new book's id, or what is wrong with its title. */
export async function addBook(viewer: Viewer, name: unknown): Promise<Result<{ id: string }>> {
  assertTeacher(viewer);
  const read = readForm(bookForm, { title: name });
  return read.ok ? success(await books.insertBook(viewer.userId, read.value.title)) : read;
}

/** @returns what is wrong with the title, if anything. @throws NotFound */
export async function renameBook(viewer: Viewer, bookId: string, name: unknown): Promise<Result<undefined>> {
  const book = await requireBook(viewer, bookId, 'own');
  const read = readForm(bookForm, { title: name });
  if (!read.ok) return read;
  await books.renameBook(book.id, read.value.title);
  return DONE;
}

const pageForm = z.object({
  page: z.coerce.number({ error: A_PAGE }).int(A_PAGE).min(1, A_PAGE).max(999, A_PAGE),
  whatsNew: z.string().trim().max(200, 'What is new fits into 200 letters.'),
});

/** What is new on a page. @returns what is wrong, if anything. @throws NotFound */
export async function changePage(viewer: Viewer, bookId: string, form: unknown): Promise<Result<undefined>> {
  const book = await requireBook(viewer, bookId, 'edit');
  const read = readForm(pageForm, form);
  if (!read.ok) return read;
  await books.storePage(book.id, read.value.page, read.value.whatsNew);
  return DONE;
}

const side = z.enum(['before', 'after']);

/** Puts a line beside another of the same book. @throws NotFound */
export async function moveLine(
  viewer: Viewer,
  lineId: string,
  neighbourId: string,
  where: unknown,
): Promise<void> {
  const line = await requireLine(viewer, lineId, 'edit');
  const neighbour = await requireLine(viewer, neighbourId, 'edit');
  if (neighbour.bookId !== line.bookId) throw new NotFound();
  await books.moveLine(lineId, neighbourId, side.parse(where));
}
