import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayOf } from '@/core/calendar';
import { type OnLine, saySteps } from '@/core/school';
import { sayMeasure, sayMeasures } from '@/core/time';
import { requireTeacher } from '@/server/access/account/viewer';
import { sayDay } from '@/server/access/school/dates';
import { vocabularyOf } from '@/server/access/school/vocabulary';
import { getWeek, wantsWeeklyLetter } from '@/server/access/school/week';
import { Link } from '@/ui/link';
import { NamedList } from '@/ui/named-list';
import { Sheet } from '@/ui/page-frame';
import { PrintButton } from '@/ui/print-button';
import { LetterWish } from './letter-wish';

export const metadata: Metadata = { title: 'The week' };

const LINK = 'font-bold underline underline-offset-4';

/** Who needs help, who has not practised, what everybody misses, and what went well: class by class. */
export default async function WeekPage() {
  const viewer = await requireTeacher();
  const today = dayOf(new Date());
  const [classes, vocabulary, isWanted] = await Promise.all([
    getWeek(viewer, today),
    vocabularyOf(viewer),
    wantsWeeklyLetter(viewer),
  ]);
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mb-4 flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="font-serif text-3xl font-bold">The last seven days</h1>
        <div className="flex flex-wrap items-center gap-4 print:hidden">
          <LetterWish isWanted={isWanted} />
          <PrintButton />
        </div>
      </div>
      <div className="grid items-start gap-5 lg:grid-cols-2">
        {classes.map((one) => (
          <Sheet key={one.id} className="break-inside-avoid">
            <h2 className="text-xl font-bold">
              <Link href={`/classes/${one.id}/board`} className="underline underline-offset-4">
                {one.name}
              </Link>
            </h2>
            <p className="mb-3 text-faint">
              {one.practised} of {one.students} practised; {one.takes}{' '}
              {one.takes === 1 ? 'take was' : 'takes were'} handed in.
            </p>
            <NamedList name="Needs help" level={3} className="ml-5 list-disc">
              {one.asksForHelp.map((row) => (
                <li key={`${row.studentId} ${row.assignmentId}`}>
                  <Link href={`/students/${row.studentId}`} className={LINK}>
                    {row.name}
                  </Link>
                  , {row.lineNumber} {row.lineTitle}
                  {row.measure !== null && `, ${sayMeasure(row.measure, vocabulary)}`}
                </li>
              ))}
            </NamedList>
            <NamedList name="Has not practised" level={3} className="ml-5 list-disc">
              {one.idle.map(({ studentId, name, lastOn }) => (
                <li key={studentId}>
                  <Link href={`/students/${studentId}`} className={LINK}>
                    {name}
                  </Link>
                  {lastOn ? `, last on ${sayDay(lastOn, today)}` : ', never yet'}
                </li>
              ))}
            </NamedList>
            <NamedList name="What many miss" level={3} className="ml-5 list-disc">
              {one.missed.map(({ assignmentId, lineNumber, lineTitle, measures }) => (
                <li key={assignmentId}>
                  <Link href={`/given/${assignmentId}`} className={LINK}>
                    {lineNumber} {lineTitle}
                  </Link>
                  :{' '}
                  {sayMeasures(
                    measures.map(({ number }) => number),
                    vocabulary,
                  )}
                </li>
              ))}
            </NamedList>
            <NamedList name="Was due and is not learned" level={3} className="ml-5 list-disc">
              {one.overdue.map(onLine)}
            </NamedList>
            <NamedList name="Learned" level={3} className="ml-5 list-disc">
              {one.learned.map(onLine)}
            </NamedList>
            <NamedList name="Went up" level={3} className="ml-5 list-disc">
              {one.climbed.map((row) => (
                <li key={`${row.studentId} ${row.assignmentId}`}>
                  {row.name}, {row.lineNumber} {row.lineTitle}: {saySteps(row.steps)}
                </li>
              ))}
            </NamedList>
          </Sheet>
        ))}
      </div>
      {classes.length === 0 && <Sheet>There is no class yet.</Sheet>}
    </SignedInFrame>
  );
}

const onLine = ({ studentId, assignmentId, name, lineNumber, lineTitle }: OnLine) => (
  <li key={`${studentId} ${assignmentId}`}>
    {name}, {lineNumber} {lineTitle}
  </li>
);
