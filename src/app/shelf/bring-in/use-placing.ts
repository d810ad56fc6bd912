'use client';
import { useState } from 'react';
import type { LineDocument } from '@/core/arranging';
import { describeIssue } from '@/core/base';
import type { ImportedLine } from '@/server/access/shelf/writing';
import { resultOf } from '@/ui/form';
import { bringInRead } from './actions';
import type { PieceWish } from './use-piece-wishes';

/** A line that is to come onto the shelf. */
export interface PlacedPiece {
  readonly key: string;
  readonly document: LineDocument;
  readonly wish: PieceWish;
}

/** Puts lines on the shelf, one after the other in their order; what is there once is not brought in again. */
export function usePlacing() {
  const [placed, setPlaced] = useState<ReadonlyMap<string, ImportedLine>>(new Map());
  const [of, setOf] = useState({ done: 0, all: 0 });
  const [isAtWork, setAtWork] = useState(false);
  const [problem, setProblem] = useState<string>();
  const place = async (
    pieces: readonly PlacedPiece[],
    where: { readonly bookId: string; readonly page: string },
  ) => {
    setAtWork(true);
    setProblem(undefined);
    for (const [index, { key, document, wish }] of pieces.entries()) {
      setOf({ done: index, all: pieces.length });
      const title = wish.title.trim();
      const added = await resultOf(() =>
        bringInRead({
          ...where,
          ...(wish.number !== '' && { number: wish.number }),
          document: { ...document, score: { ...document.score, title } },
        }),
      );
      if (!added.ok) {
        setProblem(`“${title}”: ${added.issues.map(describeIssue).join(' ')}`);
        break;
      }
      setPlaced((before) => new Map(before).set(key, added.value));
    }
    setAtWork(false);
  };
  return { placed, of, isAtWork, problem, place };
}
