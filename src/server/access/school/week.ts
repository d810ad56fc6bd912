import 'server-only';
import type { Day } from '@/core/calendar';
import type { WeekOfTeachersClass } from '@/core/school';
import { weekOfTeacher } from '@/server/db/queries/week';
import * as letters from '@/server/db/queries/weekly-letters';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';

/** What happened in the viewer's classes within a week, who needs help, and what many miss. @throws NotFound for a student */
export async function getWeek(viewer: Viewer, today: Day): Promise<readonly WeekOfTeachersClass[]> {
  assertTeacher(viewer);
  return weekOfTeacher(viewer.userId, today);
}

/** Whether the viewer gets the week by letter. */
export function wantsWeeklyLetter(viewer: Viewer): Promise<boolean> {
  assertTeacher(viewer);
  return letters.wantsWeeklyLetter(viewer.userId);
}

/** @throws NotFound */
export async function changeWeeklyLetter(viewer: Viewer, isWanted: unknown): Promise<void> {
  assertTeacher(viewer);
  if (typeof isWanted !== 'boolean') throw new NotFound();
  await letters.setWeeklyLetter(viewer.userId, isWanted);
}
