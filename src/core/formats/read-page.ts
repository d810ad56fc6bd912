import { failure, type Result, success, withoutUnstorable } from '../base';
import type { Score } from '../notation';
import { readAbcTunes } from './abc-tunes';
import { readMusicXmlTree, readTree } from './musicxml-read';
import { cutScore, type Heading, headingOf, lineStarts, measureCountOf } from './musicxml-split';
import { isMusicXml, looksLikeAbc, readScore } from './read-score';
import { childrenNamed } from './xml';

/** One of the lines of a file. */
export interface PieceOfPage extends Heading {
  /** Places of its first measure and of the one behind its last, from 0. */
  readonly from: number;
  readonly to: number;
  readonly read: Result<Score>;
}

/** A file that may hold many lines. */
export interface PageOfLines {
  /** Whether it can be cut elsewhere. */
  readonly canBeCut: boolean;
  readonly pieces: readonly PieceOfPage[];
}

/** A page of a book, or a few; a whole book is brought in a chapter at a time. */
const MOST_PIECES = 60;

/**
 * Reads a file of one or many lines: exercises under each other in MusicXML, the tunes of an ABC book; a MIDI file is one.
 * @param bytes the whole file.
 * @param starts where lines begin, as places of measures from 0; as the file shows it, where nothing is said.
 * @returns each line by itself, with what is wrong with it; or why nothing can be read.
 * @example readPage(bytes).value.pieces.map(({ number, title }) => `${number} ${title}`)
 */
export function readPage(bytes: Uint8Array, starts?: readonly number[]): Result<PageOfLines> {
  if (isMusicXml(bytes)) return readScorePage(bytes, starts);
  if (looksLikeAbc(bytes)) return readTuneBook(bytes);
  const read = readScore(bytes);
  if (!read.ok) return read;
  return success({
    canBeCut: false,
    pieces: [{ number: undefined, title: read.value.title, from: 0, to: 0, read }],
  });
}

function readScorePage(bytes: Uint8Array, asked: readonly number[] | undefined): Result<PageOfLines> {
  const tree = readMusicXmlTree(bytes);
  if (!tree.ok) return tree;
  const root = tree.value;
  const count = measureCountOf(root);
  const starts = asked ?? lineStarts(root);
  if (starts.length > MOST_PIECES) return failure(tooMany(starts.length));
  const measures = childrenNamed(childrenNamed(root, 'part')[0], 'measure');
  const pieces = starts.map((from, index): PieceOfPage => {
    const to = starts[index + 1] ?? count;
    const heading = headingOf(measures[from]!);
    const read = storable(readTree(cutScore(root, from, to)));
    const ofFile = read.ok && starts.length === 1 ? read.value.title : undefined;
    const title = heading.title ?? ofFile;
    return { number: heading.number, title, from, to, read };
  });
  return success({ canBeCut: count > 1, pieces });
}

function readTuneBook(bytes: Uint8Array): Result<PageOfLines> {
  const tunes = readAbcTunes(bytes);
  if (!tunes.ok) return tunes;
  if (tunes.value.length > MOST_PIECES) return failure(tooMany(tunes.value.length));
  return success({
    canBeCut: false,
    pieces: tunes.value.map(({ number, read }) => ({
      number,
      title: read.ok ? read.value.title : undefined,
      from: 0,
      to: 0,
      read: storable(read),
    })),
  });
}

const storable = (read: Result<Score>): Result<Score> =>
  read.ok ? { ...read, value: withoutUnstorable(read.value) } : read;

const tooMany = (count: number) => ({
  code: 'too-many',
  message: `This file holds ${count} lines; up to ${MOST_PIECES} come in at a time. Export it a chapter at a time.`,
});
