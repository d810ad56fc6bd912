import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayOf } from '@/core/calendar';
import type { Pace } from '@/core/practice';
import { requireTeacher } from '@/server/access/account/viewer';
import { houseStyle, sayDay } from '@/server/access/school/dates';
import { getPace } from '@/server/access/school/load';
import { Link } from '@/ui/link';
import { Sheet } from '@/ui/page-frame';
import { DueCalendar } from './due-calendar';
import { PaceForm } from './pace-form';

export const metadata: Metadata = { title: 'Pace' };

/** Pieces learned against a goal: who is ahead, who is behind, and what a week asks for from now on. */
export default async function PacePage({
  params,
}: {
  readonly params: Promise<{ readonly classId: string }>;
}) {
  const viewer = await requireTeacher();
  const today = dayOf(new Date());
  const { id, name, goal, due, students } = await orNotFound(getPace(viewer, (await params).classId, today));
  const most = Math.max(1, goal?.pieces ?? 0, ...students.map(({ learned }) => learned));
  return (
    <SignedInFrame viewer={viewer}>
      <div className="grid items-start gap-5 lg:grid-cols-[1fr_340px]">
        <div className="space-y-5">
          <Sheet>
            <h1 className="font-serif text-3xl font-bold">{name}: pace</h1>
            {goal && students[0]?.pace ? (
              <p className="mb-4 text-lg">
                {goal.pieces} pieces by {sayDay(goal.by, today)}: one about every{' '}
                {Math.round(students[0].pace.calendarDaysPerPiece)} days. By today{' '}
                {students[0].pace.expected.toFixed(1)} should be learned.
              </p>
            ) : (
              <p className="mb-4 text-lg">
                There is no goal yet. Pieces that were done to the end are counted anyway.
              </p>
            )}
            <ul className="divide-y divide-rule">
              {students.map((student) => (
                <li
                  key={student.id}
                  className="grid items-center gap-x-4 py-3 sm:grid-cols-[160px_1fr_280px]"
                >
                  <Link href={`/students/${student.id}`} className="font-bold underline underline-offset-4">
                    {student.name}
                  </Link>
                  <span
                    role="img"
                    aria-label={`${student.learned} learned${student.pace ? `, ${student.pace.expected.toFixed(1)} expected` : ''}`}
                    className="relative block h-6 border border-ink bg-paper"
                  >
                    <span
                      className="block h-full bg-cool"
                      style={{ width: `${(100 * student.learned) / most}%` }}
                    />
                    {student.pace && (
                      <span
                        className="absolute -inset-y-1 w-1 bg-warm"
                        style={{ left: `${(100 * Math.min(most, student.pace.expected)) / most}%` }}
                      />
                    )}
                  </span>
                  <span>
                    {student.learned} learned{student.pace && `, ${sayAhead(student.pace)}`}
                    {goal && student.pace?.forecast !== undefined && (
                      <span className="block text-base">
                        {sayForecast(student.pace.forecast, goal.pieces)}
                      </span>
                    )}
                  </span>
                </li>
              ))}
            </ul>
            {students.length === 0 && <p>Nobody is in this class yet.</p>}
            {goal && (
              <p className="mt-3 text-base text-faint">The upright mark: where everybody should be today.</p>
            )}
          </Sheet>
          <Sheet>
            <h2 className="mb-2 text-xl font-bold">What is due</h2>
            <DueCalendar
              today={today}
              due={due}
              holidays={goal?.holidays ?? []}
              weekStart={houseStyle().weekStart}
            />
          </Sheet>
        </div>
        <Sheet>
          <h2 className="mb-3 text-xl font-bold">The goal</h2>
          <PaceForm classId={id} goal={goal} today={today} />
        </Sheet>
      </div>
    </SignedInFrame>
  );
}

/** Who will reach the goal by its day, if it goes on like this. */
function sayForecast(forecast: number, pieces: number): string {
  const reached = Math.floor(forecast);
  return reached >= pieces
    ? 'Reaches the goal at this rate.'
    : `At this rate ${reached} of ${pieces} by then.`;
}

/** `1.5 behind: 0.8 a week from now on`. */
function sayAhead({ ahead, piecesPerWeekLeft }: Pace): string {
  const size = Math.abs(ahead).toFixed(1);
  const place = Math.abs(ahead) < 0.5 ? 'on time' : ahead > 0 ? `${size} ahead` : `${size} behind`;
  if (piecesPerWeekLeft === undefined) return `${place}; the time is over`;
  return piecesPerWeekLeft === 0
    ? 'all of them'
    : `${place}: ${piecesPerWeekLeft.toFixed(1)} a week from now on`;
}
