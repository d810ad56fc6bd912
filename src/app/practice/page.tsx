import { BookOpen } from 'lucide-react';
import type { Metadata } from 'next';
import { DeviceList } from '@/app/_components/device/device-list';
import { InstallHint } from '@/app/_components/device/install-hint';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { TakeList } from '@/app/_components/take-list';
import { dayOf } from '@/core/calendar';
import { saySteps } from '@/core/school';
import { requireStudent } from '@/server/access/account/viewer';
import { noteVisit } from '@/server/access/account/visits';
import { listAssignmentsOfStudent } from '@/server/access/practice/progress';
import { sayDay } from '@/server/access/school/dates';
import { ButtonLink } from '@/ui/button';
import { Link } from '@/ui/link';
import { NewMark } from '@/ui/new-mark';
import { Sheet } from '@/ui/page-frame';

export const metadata: Metadata = { title: 'My lines' };

/** The newest are enough to look back on. */
const MOST_LISTED = 60;

export default async function PracticePage() {
  const viewer = await requireStudent();
  const before = await noteVisit(viewer);
  const assignments = await listAssignmentsOfStudent(viewer, before);
  const isNew = (at: Date | null | undefined) => before !== undefined && at != null && at > before;
  const takes = assignments
    .flatMap((assignment) => assignment.takes)
    .toSorted((a, b) => b.handedInAt.getTime() - a.handedInAt.getTime())
    .slice(0, MOST_LISTED);
  const today = dayOf(new Date());
  return (
    <SignedInFrame viewer={viewer}>
      <InstallHint />
      <div className="mb-4 flex flex-wrap items-center justify-between gap-3">
        <h1 className="font-serif text-3xl font-bold">
          Hello {viewer.name.split(' ')[0]}, what do you play today?
        </h1>
        {assignments.length > 0 && (
          <ButtonLink href="/reading">
            <BookOpen aria-hidden className="size-5" /> Read for a minute
          </ButtonLink>
        )}
      </div>
      {assignments.length === 0 && <Sheet>Your teacher has not given you a line yet.</Sheet>}
      <ul className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
        {assignments.map(({ id, lineNumber, lineTitle, dueOn, ladder, climbed, nextBpm, ...plan }) => (
          <li key={id}>
            <Link
              href={`/practice/${id}`}
              className="block rounded-sm border border-rule bg-paper p-5 shadow-[0_2px_6px_rgb(60_50_30/0.12)] hover:bg-cool-wash"
            >
              <span className="block font-serif text-2xl font-bold">
                {isNew(plan.givenAt) && <NewMark />}
                {lineNumber} {lineTitle}
              </span>
              <span className="mt-1 block text-faint">due {sayDay(dueOn, today)}</span>
              {plan.word !== '' && (
                <span data-own-words className="mt-1 line-clamp-3 border-l-4 border-cool pl-2">
                  {plan.word}
                </span>
              )}
              {plan.climbedLately > 0 && (
                <span className="mt-1 block">
                  <NewMark /> {saySteps(plan.climbedLately)} up!
                </span>
              )}
              {plan.planName === undefined ? (
                <>
                  <Steps
                    steps={ladder.map((bpm) => climbed.includes(bpm))}
                    label={`${climbed.length} of ${ladder.length} steps climbed`}
                  />
                  <span className="mt-2 block text-lg font-bold">
                    {climbed.length === ladder.length ? 'Climbed to the top!' : `Next: at ${nextBpm}`}
                  </span>
                </>
              ) : (
                <>
                  <Steps
                    steps={Array.from({ length: plan.stageCount }, (_, index) => index < plan.doneCount)}
                    label={`${plan.doneCount} of ${plan.stageCount} stages done`}
                  />
                  <span className="mt-2 block text-lg font-bold">
                    {plan.now ? `Next: ${plan.now.name}` : 'All done!'}
                  </span>
                  {plan.now && (
                    <span className="block text-base">
                      {plan.now.chunkName}, at {nextBpm}
                    </span>
                  )}
                </>
              )}
            </Link>
          </li>
        ))}
      </ul>
      <DeviceList />
      {takes.length > 0 && (
        <Sheet className="mt-6">
          <h2 className="mb-2 text-xl font-bold">What you handed in</h2>
          <TakeList takes={takes} showStudent={false} isNew={({ answeredAt }) => isNew(answeredAt)} />
        </Sheet>
      )}
    </SignedInFrame>
  );
}

/** Steps as boxes, the done ones filled. */
function Steps({ steps, label }: { readonly steps: readonly boolean[]; readonly label: string }) {
  return (
    <span className="mt-3 flex items-center gap-0.5" role="img" aria-label={label}>
      {steps.map((isDone, index) => (
        <span
          key={index}
          className={`h-4 min-w-0.5 flex-1 border border-ink ${isDone ? 'bg-cool' : 'bg-paper'}`}
        />
      ))}
    </span>
  );
}
