'use client';
import { createContext, type ReactNode, useContext } from 'react';
import { type Vocabulary, type Words, wordsOf } from '@/core/time';

const InForce = createContext<Vocabulary>('us');

/** The words that the person at the page uses: those of the class, or of most classes. */
export function VocabularyProvider({
  vocabulary,
  children,
}: {
  readonly vocabulary: Vocabulary;
  readonly children: ReactNode;
}) {
  return <InForce value={vocabulary}>{children}</InForce>;
}

export const useVocabulary = (): Vocabulary => useContext(InForce);
export const useWords = (): Words => wordsOf(useVocabulary());
