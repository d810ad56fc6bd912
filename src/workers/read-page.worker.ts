/// <reference lib="webworker" />
import { type LineDocument, obstacles } from '@/core/arranging';
import type { Issue, Result } from '@/core/base';
import { readPage } from '@/core/formats';

export interface ReadPageRequest {
  readonly bytes: Uint8Array;
  /** Where lines begin, as places of measures from 0; undefined: as the file shows it. */
  readonly starts: readonly number[] | undefined;
}

/** A line of a file, as it would come onto the shelf. */
export interface ReadPiece {
  readonly number: number | undefined;
  readonly title: string | undefined;
  readonly from: number;
  readonly to: number;
  /** Undefined where it cannot be read: `issues` say why. */
  readonly document: LineDocument | undefined;
  /** What is to be mended before it can be given out, or why it cannot be read. */
  readonly issues: readonly Issue[];
  /** What the file holds and Mevlo does not keep. */
  readonly remarks: readonly Issue[];
}

export interface ReadPageOfLines {
  readonly canBeCut: boolean;
  readonly pieces: readonly ReadPiece[];
}

export type ReadPageReply = Result<ReadPageOfLines> | { readonly problem: string };

function answer({ bytes, starts }: ReadPageRequest): Result<ReadPageOfLines> {
  const page = readPage(bytes, starts);
  if (!page.ok) return page;
  const pieces = page.value.pieces.map(({ read, ...piece }): ReadPiece => {
    if (!read.ok) return { ...piece, document: undefined, issues: read.issues, remarks: [] };
    const document: LineDocument = { score: read.value, derived: [] };
    return { ...piece, document, issues: obstacles(document), remarks: read.warnings };
  });
  return { ...page, value: { canBeCut: page.value.canBeCut, pieces } };
}

self.onmessage = ({ data }: MessageEvent<ReadPageRequest>) => {
  let reply: ReadPageReply;
  try {
    reply = answer(data);
  } catch (error) {
    reply = { problem: error instanceof Error ? error.message : String(error) };
  }
  self.postMessage(reply);
};
