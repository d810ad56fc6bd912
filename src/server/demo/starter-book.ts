import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describeIssue } from '@/core/base';
import { readMusicXml } from '@/core/formats';
import type { Line } from '@/core/notation';
import { insertBook, insertLine } from '@/server/db/queries/lines';

/** Relative to the project's root, where every process of the application runs. */
const BOOK_FOLDER = 'demo/book';
const BOOK_TITLE = 'Lantern Lane, book 1';

export interface StoredLine {
  readonly id: string;
  readonly line: Line;
  readonly contentHash: string;
}

/** Puts the book that ships with Mevlo on a teacher's shelf. @returns its lines by number. */
export async function addStarterBook(teacherId: string): Promise<ReadonlyMap<number, StoredLine>> {
  const { id: bookId } = await insertBook(teacherId, BOOK_TITLE);
  const lines = new Map<number, StoredLine>();
  for (const name of readdirSync(BOOK_FOLDER).sort()) {
    const bytes = readFileSync(join(BOOK_FOLDER, name));
    const read = readMusicXml(bytes);
    if (!read.ok) throw new Error(`${name}: ${read.issues.map(describeIssue).join(' ')}`);
    const contentHash = hashLine(read.value);
    const id = await insertLine(bookId, read.value, bytes.toString('base64'), contentHash);
    lines.set(Number.parseInt(name, 10), { id, line: read.value, contentHash });
  }
  return lines;
}

/** Key of a line's engravings: equal music has equal drawings. */
export function hashLine(line: Line): string {
  return createHash('sha256').update(JSON.stringify(line)).digest('hex');
}
