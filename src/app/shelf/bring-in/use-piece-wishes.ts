'use client';
import { useState } from 'react';
import type { ReadPiece } from '@/browser/page-reader';
import type { PageFile } from './use-page-files';

/** What the teacher wants of a line of a file. */
export interface PieceWish {
  readonly isWanted: boolean;
  readonly number: string;
  readonly title: string;
}

/** Numbers, titles and what is left out, kept while files are cut anew: a line is known by where it begins. */
export function usePieceWishes() {
  const [said, setSaid] = useState<ReadonlyMap<string, Partial<PieceWish>>>(new Map());
  const keyOf = ({ key }: PageFile, piece: ReadPiece) => {
    const index = piece.to === 0 ? `t${piece.number ?? ''}${piece.title ?? ''}` : piece.from;
    return `${key}/${index}`;
  };
  const of = (file: PageFile, piece: ReadPiece): PieceWish => ({
    isWanted: piece.document !== undefined,
    number: piece.number === undefined ? '' : `${piece.number}`,
    title: piece.title ?? titleOfFile(file, piece),
    ...said.get(keyOf(file, piece)),
  });
  return {
    keyOf,
    of,
    say: (file: PageFile, piece: ReadPiece, wish: Partial<PieceWish>) =>
      setSaid((before) => {
        const key = keyOf(file, piece);
        return new Map(before).set(key, { ...before.get(key), ...wish });
      }),
  };
}

function titleOfFile({ name }: PageFile, { number, from }: ReadPiece): string {
  if (number !== undefined) return `Exercise ${number}`;
  const bare = name.replace(/\.\w+$/, '').slice(0, 80);
  return from === 0 ? bare : `${bare}, from measure ${from + 1}`;
}
