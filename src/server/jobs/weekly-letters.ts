import { dayAfter, dayOf, mondayOf } from '@/core/calendar';
import { weekInWords } from '@/core/school';
import { configuration } from '@/server/base/configuration';
import { writeLetter } from '@/server/db/queries/letters';
import { weekOfTeacher } from '@/server/db/queries/week';
import { takeNextReader } from '@/server/db/queries/weekly-letters';

/** On Mondays, and as soon after as a worker runs, whoever wants it gets the week that ended on Sunday. */
export async function writeWeeklyLetters(now = new Date()): Promise<number> {
  const monday = mondayOf(dayOf(now));
  for (let written = 0; ; written++) {
    const reader = await takeNextReader(monday);
    if (!reader) return written;
    const classes = await weekOfTeacher(reader.id, dayAfter(monday, -1));
    await writeLetter({
      recipient: reader.email,
      subject: 'Your classes, the week at a glance',
      body: `Hello ${reader.name},\n\n${weekInWords(classes)}\n\nMore of it: ${configuration().address}/desk/week\nWhether you get this letter is said there, too.\n`,
    });
  }
}
