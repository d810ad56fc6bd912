import type { Chunking } from '@/core/practice';
import type { Words } from '@/core/time';

/** How a line is taken apart, for a teacher to choose. */
export const chunkingNames = ({ measures }: Words): Readonly<Record<Chunking, string>> => ({
  twos: `two ${measures} at a time`,
  threes: `three ${measures} at a time`,
  phrases: 'phrase by phrase',
  'hard-spots': 'phrases, and drills of the hardest changes',
  line: 'the whole line',
});
