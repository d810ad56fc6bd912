import { sayStop } from '@/core/practice';
import type { PracticeBook } from '@/server/access/practice/book';

/** `Last time: measure 3, at 60`; undefined when the stage has changed since, or nothing was played. */
export function sayLineStop({
  stop,
  now,
  planName,
  vocabulary,
}: PracticeBook['today'][number]): string | undefined {
  if (!stop || (planName !== undefined && stop.stage !== now?.id)) return undefined;
  return `Last time: ${sayStop(stop, vocabulary)}.`;
}
