import 'server-only';
import { cache } from 'react';
import type { Vocabulary } from '@/core/time';
import * as queries from '@/server/db/queries/classes';
import type { Viewer } from '../account/viewer';

/** The words that a page speaks in: those of the student's class, or of most of the teacher's. Asked once a page. */
export const vocabularyOf = cache(
  async ({ userId }: Viewer): Promise<Vocabulary> => (await queries.maybeUsualVocabulary(userId)) ?? 'us',
);
