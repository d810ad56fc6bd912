import 'server-only';
import { z } from 'zod';
import { type Day, dayAfter, dayOf } from '@/core/calendar';
import { practiceCalendar, WEEKDAYS } from '@/core/school';
import { NotFound, type Viewer } from '../account/viewer';
import { getBook } from './book';

/** Where nothing is due, reminders go on for so long; later there is a new file. */
const DAYS_WITHOUT_DUE = 28;

const wishForm = z.object({
  at: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/),
  days: z.array(z.enum(WEEKDAYS)).min(1).max(7),
});

/**
 * A calendar file of when a student practises and what is due by when. It names lines and no person.
 * @throws NotFound for what is not the viewer's, and for times that there are not.
 */
export async function getReminders(
  viewer: Viewer,
  studentId: string,
  wish: unknown,
  now: Date,
): Promise<string> {
  const today = dayOf(now);
  const book = await getBook(viewer, studentId, today);
  const read = wishForm.safeParse(wish);
  if (!read.success) throw new NotFound();
  const { at, days } = read.data;
  const [hour, minute] = at.split(':').map(Number) as [number, number];
  const open = [...book.today, ...book.otherDays];
  const until = open.reduce<Day>((last, { dueOn }) => (dueOn > last ? dueOn : last), today);
  const calendar = practiceCalendar(
    open.map(({ id, lineNumber, lineTitle, dueOn }) => ({
      uid: `${id}@mevlo`,
      title: `Due: ${lineNumber} ${lineTitle}`,
      description: 'By the practice book of today.',
      day: dueOn,
    })),
    {
      uid: `practice-${studentId}@mevlo`,
      title: 'Practise',
      description: open
        .slice(0, 5)
        .map(({ lineNumber, lineTitle }) => `${lineNumber} ${lineTitle}`)
        .join(', '),
      from: today,
      until: until === today ? dayAfter(today, DAYS_WITHOUT_DUE) : until,
      ...{ hour, minute, minutes: book.minutesADay, weekdays: days },
    },
    now.getTime(),
  );
  if (!calendar.ok) throw new Error(calendar.issues[0]!.message);
  return calendar.value;
}
