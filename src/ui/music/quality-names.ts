import type { Quality } from '@/core/practice';

export const QUALITY_NAMES: Readonly<Record<Quality, string>> = {
  rhythm: 'Rhythm',
  notes: 'Notes',
  tempo: 'Tempo',
  fluency: 'Fluency',
  character: 'Character',
};
