import { Headphones } from 'lucide-react';
import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { TakeList } from '@/app/_components/take-list';
import { hearingHref } from '@/app/takes/hearing-href';
import { TakeBack } from '@/app/takes/take-back';
import { dayAfter, dayOf } from '@/core/calendar';
import { sayNeed } from '@/core/review';
import { sayMeasure } from '@/core/time';
import { requireTeacher } from '@/server/access/account/viewer';
import { noteVisit } from '@/server/access/account/visits';
import { listAssignmentsOfTeacher } from '@/server/access/practice/giving-out';
import { listQuestions } from '@/server/access/practice/to-play';
import { listAnsweredTakes, maybeAnswered } from '@/server/access/review/answers';
import { getQueue } from '@/server/access/review/queue';
import { sayDay } from '@/server/access/school/dates';
import { maybeFirstSteps } from '@/server/access/school/find';
import { listGoing, listGuessedPins } from '@/server/access/school/roster';
import { vocabularyOf } from '@/server/access/school/vocabulary';
import { ButtonLink } from '@/ui/button';
import { Link } from '@/ui/link';
import { NewMark } from '@/ui/new-mark';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { FirstSteps } from './first-steps';
import { GivenOut, TakenBack } from './undo';

export const metadata: Metadata = { title: 'Desk' };

/** Nobody reads further down; hearing them one by one goes through all. */
const MOST_SHOWN = 25;
/** What was due longer ago is looked up on the board. */
const GIVEN_LATELY_DAYS = 14;
const MOST_GIVEN = 30;

const sayEarlier = (count: number) => (count === 1 ? 'one earlier take' : `${count} earlier takes`);

interface DeskPageProps {
  /** `answered`: the take that was answered last; its answer can be taken back. */
  readonly searchParams: Promise<{
    readonly answered?: string;
    /** The assignment that was taken back last. */
    readonly takenBack?: string;
    /** What was given out with one touch, and how much. */
    readonly batch?: string;
    readonly count?: string;
  }>;
}

export default async function DeskPage({ searchParams }: DeskPageProps) {
  const viewer = await requireTeacher();
  const { answered: answeredId, takenBack, batch, count } = await searchParams;
  const vocabulary = await vocabularyOf(viewer);
  const [before, queue, answered, assignments, questions, going, guessed] = await Promise.all([
    noteVisit(viewer),
    getQueue(viewer),
    listAnsweredTakes(viewer),
    listAssignmentsOfTeacher(viewer),
    listQuestions(viewer),
    listGoing(viewer),
    listGuessedPins(viewer),
  ]);
  const steps = await maybeFirstSteps(viewer);
  const last = answeredId === undefined ? undefined : await orNotFound(maybeAnswered(viewer, answeredId));
  const shown = queue.slice(0, MOST_SHOWN);
  const now = new Date();
  const today = dayOf(now);
  const oldest = dayAfter(today, -GIVEN_LATELY_DAYS);
  const given = assignments.filter(({ dueOn }) => dueOn >= oldest).slice(0, MOST_GIVEN);
  return (
    <SignedInFrame viewer={viewer}>
      <h1 className="sr-only">Desk</h1>
      {steps && <FirstSteps steps={steps} />}
      {last && <TakeBack answered={last} />}
      {takenBack && <TakenBack assignmentId={takenBack} />}
      {batch && <GivenOut batch={batch} count={Number(count) || 1} />}
      <div className="grid items-start gap-5 lg:grid-cols-[1fr_340px]">
        <div className="space-y-5">
          {going.map(({ classId, className, takeCount, keepDays, firstAt }) => (
            <Notice key={classId} kind="problem">
              {takeCount === 1 ? 'One recording' : `${takeCount} recordings`} of {className} will be older
              than {keepDays} days and go within two weeks, the first {sayDay(dayOf(firstAt), today)}.{' '}
              <Link href={`/classes/${classId}/roster`} className="underline underline-offset-4">
                Take them out, or keep them longer
              </Link>
            </Notice>
          ))}
          {guessed.map(({ id, name, classId, count }) => (
            <Notice key={id} kind="problem">
              Many wrong PINs for {name}: {count} within a day. Somebody is guessing, or the sign-in card is
              lost.{' '}
              <Link href={`/classes/${classId}/roster`} className="underline underline-offset-4">
                Make a new PIN
              </Link>
            </Notice>
          ))}
          {questions.length > 0 && (
            <Sheet>
              <h2 className="mb-2 text-xl font-bold">Asking for help ({questions.length})</h2>
              <ul className="divide-y divide-rule">
                {questions.map(
                  ({ id, assignmentId, studentName, measure, lineNumber, lineTitle, saidAt }) => (
                    <li key={id}>
                      <Link
                        href={`/given/${assignmentId}`}
                        className="flex min-h-11 items-center gap-2 rounded-md px-2 hover:bg-cool-wash"
                      >
                        {before !== undefined && saidAt > before && <NewMark />}
                        <strong>{studentName}</strong> {lineNumber} {lineTitle},{' '}
                        {measure !== null && sayMeasure(measure, vocabulary)}
                      </Link>
                    </li>
                  ),
                )}
              </ul>
            </Sheet>
          )}
          <Sheet>
            <div className="mb-2 flex flex-wrap items-center justify-between gap-3">
              <h2 className="text-xl font-bold">Waiting for your word ({queue.length})</h2>
              {queue[0] && (
                <ButtonLink href={hearingHref(queue[0].id)} weight="main">
                  <Headphones aria-hidden className="size-5" /> Hear them one by one
                </ButtonLink>
              )}
            </div>
            {queue.length > shown.length && (
              <p className="mb-1 text-faint">
                The first {shown.length} are listed; hearing them one by one goes through all.
              </p>
            )}
            {queue.length > 0 ? (
              <TakeList
                takes={shown.map((take) => ({ ...take, answer: null }))}
                showStudent
                hrefOf={(take) => hearingHref(take.id)}
                isNew={(take) => before !== undefined && take.handedInAt > before}
                note={(take) =>
                  [
                    sayNeed(take.need, take.helpMeasure, take.vocabulary),
                    take.earlier.length > 0 && sayEarlier(take.earlier.length),
                  ]
                    .filter(Boolean)
                    .join(' · ')
                }
              />
            ) : (
              <p>Nothing waits. New takes appear here as they are handed in.</p>
            )}
          </Sheet>
          {answered.length > 0 && (
            <Sheet>
              <h2 className="mb-2 text-xl font-bold">Answered lately</h2>
              <TakeList takes={answered} showStudent />
            </Sheet>
          )}
        </div>
        <Sheet>
          <h2 className="mb-3 text-xl font-bold">Given out</h2>
          <ul className="mb-4 space-y-3">
            {given.map((assignment) => (
              <li key={assignment.id} className="border-l-4 border-rule pl-3">
                <Link
                  href={`/given/${assignment.id}`}
                  className="inline-flex min-h-8 items-center font-bold underline underline-offset-4 hover:bg-cool-wash"
                >
                  {assignment.lineNumber} {assignment.lineTitle}
                </Link>
                <br />
                {assignment.className}, {assignment.startBpm} to {assignment.goalBpm}, due{' '}
                {sayDay(assignment.dueOn, today)}
              </li>
            ))}
          </ul>
          {given.length < assignments.length && (
            <p className="mb-4 text-faint">
              {assignments.length - given.length} more were given out earlier, or are due later: they are on
              the boards of their classes.
            </p>
          )}
          <ButtonLink href="/shelf" weight="main" className="w-full">
            Give out a line
          </ButtonLink>
          <ButtonLink href="/desk/week" className="mt-3 w-full">
            The last seven days
          </ButtonLink>
        </Sheet>
      </div>
    </SignedInFrame>
  );
}
