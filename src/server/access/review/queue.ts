import 'server-only';
import { inOrderOfNeed, type Need, needOf } from '@/core/review';
import { listQueue, type QueueRow } from '@/server/db/queries/queue';
import { assertTeacher, type Viewer } from '../account/viewer';

/** A take that waits for the teacher's word, and why it comes when it does. */
export interface QueuedTake extends QueueRow {
  readonly need: Need;
  /** Of the same student and line, newest first; at most five. */
  readonly earlier: readonly QueueRow[];
}

/** What waits to be heard: one take a student and line, the newest, who needs the teacher most first. */
export async function getQueue(viewer: Viewer): Promise<readonly QueuedTake[]> {
  assertTeacher(viewer);
  const waiting: (QueueRow & { earlier: QueueRow[] })[] = [];
  for (const row of await listQueue(viewer.userId)) {
    if (row.place === 1) waiting.push({ ...row, earlier: [] });
    else waiting.at(-1)!.earlier.push(row);
  }
  waiting.sort((a, b) => a.handedInAt.getTime() - b.handedInAt.getTime());
  return inOrderOfNeed(waiting).map((take) => ({ ...take, need: needOf(take) }));
}
