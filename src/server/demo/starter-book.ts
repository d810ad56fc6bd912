import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { DerivedPart } from '@/core/arranging';
import { describeIssue } from '@/core/base';
import { readMusicXml } from '@/core/formats';
import { insertBook, storePage } from '@/server/db/queries/books';
import { insertLine } from '@/server/db/queries/lines';
import { putOnStand } from '@/server/db/queries/music';
import { STARTER_LINES, STARTER_PAGES } from './scenario';

/** Relative to the project's root, where every process of the application runs. */
const BOOK_FOLDER = 'demo/book';
const BOOK_TITLE = 'Lantern Lane, book 1';

export interface StoredLine {
  readonly id: string;
  readonly contentHashes: readonly string[];
}

/** Puts the book that ships with Mevlo on a teacher's shelf. @returns its lines by number. */
export async function addStarterBook(teacherId: string): Promise<ReadonlyMap<number, StoredLine>> {
  const { id: bookId } = await insertBook(teacherId, BOOK_TITLE);
  for (const [page, whatsNew] of STARTER_PAGES) await storePage(bookId, page, whatsNew);
  const lines = new Map<number, StoredLine>();
  for (const name of readdirSync(BOOK_FOLDER).sort()) {
    const read = readMusicXml(readFileSync(join(BOOK_FOLDER, name)));
    if (!read.ok) throw new Error(`${name}: ${read.issues.map(describeIssue).join(' ')}`);
    const number = Number.parseInt(name, 10);
    const { page, level, token, parts = [] } = STARTER_LINES[number] ?? {};
    const derived = parts.map((instrument): DerivedPart => ({ instrument, level: 3, shiftSemitones: 0 }));
    const document = { score: read.value, derived };
    const facts = { number, page: page ?? null, level: level ?? null, token: token ?? null };
    const id = await insertLine(bookId, document.score.title, JSON.stringify(document), facts);
    lines.set(number, { id, contentHashes: await putOnStand(id, document) });
  }
  return lines;
}
