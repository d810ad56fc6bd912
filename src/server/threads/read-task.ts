// The file that threads run which read files of music: small, so that a thread is there at once.
import { type LineDocument, obstacles } from '@/core/arranging';
import { type Issue, type Result, success } from '@/core/base';
import { readScore } from '@/core/formats';
import { readDocument } from './line-document';

/** A line of a file, ready to be stored. */
export interface ReadLine {
  readonly title: string;
  /** A LineDocument as JSON: between threads a text costs little, and its thousands of notes much. */
  readonly json: string;
  /** What keeps it from being put on the stand. */
  readonly inTheWay: readonly Issue[];
}

/** @param bytes of a file; none to have the thread started. */
export default function readTask(bytes: Uint8Array): Result<ReadLine> {
  const read = readScore(bytes);
  if (!read.ok) return read;
  const document: LineDocument = { score: read.value, derived: [] };
  const json = JSON.stringify(document);
  // The same limits as for what is written on the desk.
  const checked = readDocument(JSON.parse(json));
  if (!checked.ok) return checked;
  return success({ title: document.score.title, json, inTheWay: obstacles(document) }, read.warnings);
}
