import 'server-only';
import * as queries from '@/server/db/queries/visits';
import type { Viewer } from './viewer';

/** Notes that the viewer is here. @returns when the visit before this one ended; undefined at the first. */
export const noteVisit = (viewer: Viewer): Promise<Date | undefined> => queries.noteVisit(viewer.userId);
