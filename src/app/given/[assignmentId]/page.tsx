import type { Metadata } from 'next';
import { DrawingComes } from '@/app/_components/drawing-comes';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayAfter, dayOf } from '@/core/calendar';
import { sayMeasure } from '@/core/time';
import { requireTeacher } from '@/server/access/account/viewer';
import { getGiven } from '@/server/access/practice/given';
import { listPlansToChoose } from '@/server/access/practice/plans';
import { listClasses } from '@/server/access/school/classes';
import { sayDay } from '@/server/access/school/dates';
import { vocabularyOf } from '@/server/access/school/vocabulary';
import { ButtonLink } from '@/ui/button';
import { Link } from '@/ui/link';
import { ClassStrip } from '@/ui/music/class-strip';
import { Sheet } from '@/ui/page-frame';
import { ChangeAllForm, ChangeForm, CopyForm, Helped, HelpedForm, TakeBackForm } from './given-forms';

export const metadata: Metadata = { title: 'Given out' };

const FILE_LINK =
  'inline-flex min-h-12 items-center rounded-md px-5 font-bold text-cool underline decoration-2 underline-offset-4 hover:bg-cool-wash';

/** A line that was given out: where everybody stands, and what can be bent. */
export default async function GivenPage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ readonly assignmentId: string }>;
  /** `helped`: the student whose question was settled last. */
  readonly searchParams: Promise<{ readonly helped?: string }>;
}) {
  const viewer = await requireTeacher();
  const vocabulary = await vocabularyOf(viewer);
  const [{ assignmentId }, { helped }] = await Promise.all([params, searchParams]);
  const [given, classes, plans] = await Promise.all([
    orNotFound(getGiven(viewer, assignmentId)),
    listClasses(viewer),
    listPlansToChoose(viewer),
  ]);
  const today = dayOf(new Date());
  return (
    <SignedInFrame viewer={viewer}>
      <div className="grid items-start gap-5 lg:grid-cols-[1fr_300px]">
        <Sheet>
          <h1 className="font-serif text-3xl font-bold">
            {given.lineNumber} {given.lineTitle}
          </h1>
          <p className="mb-4 text-faint">
            {given.className}
            {given.forAll ? '' : ', some students'}; {given.planName ?? 'the whole line'}, {given.startBpm} to{' '}
            {given.goalBpm}
            {given.fromOn !== null && `, from ${sayDay(given.fromOn, today)}`}, due{' '}
            {sayDay(given.dueOn, today)}
          </p>
          {given.word !== '' && (
            <p data-own-words className="mb-4 border-l-4 border-cool pl-3 whitespace-pre-line">
              {given.word}
            </p>
          )}
          {given.stumbles.measures.length > 0 && (
            <div className="mb-4 border-b-2 border-rule pb-4">
              <h2 className="mb-1 text-xl font-bold">Where the class stumbles</h2>
              {given.stumbles.engravings ? (
                <ClassStrip {...given.stumbles} engravings={given.stumbles.engravings} />
              ) : (
                <DrawingComes />
              )}
            </div>
          )}
          {given.students
            .filter(({ id, asksForHelp }) => id === helped && asksForHelp.length === 0)
            .map(({ id, name }) => (
              <Helped key={id} assignmentId={given.id} studentId={id} name={name} />
            ))}
          <ul className="divide-y divide-rule">
            {given.students.map((student) => (
              <li key={student.id} className="py-3" data-student={student.name}>
                <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
                  <Link
                    href={`/students/${student.id}`}
                    className="w-40 font-bold underline underline-offset-4"
                  >
                    {student.name}
                  </Link>
                  <span
                    role="img"
                    aria-label={`${Math.round(100 * student.doneShare)} per cent done`}
                    className="h-4 w-40 border border-ink bg-paper"
                  >
                    <span className="block h-full bg-cool" style={{ width: `${100 * student.doneShare}%` }} />
                  </span>
                  <span>
                    {student.now
                      ? `${student.now.name}, ${student.now.chunkName.toLowerCase()}, at ${student.now.bpm}`
                      : 'All done!'}
                  </span>
                  {student.isChanged && (
                    <span className="rounded-sm bg-warm-wash px-2">
                      own goal: {student.startBpm} to {student.goalBpm}, due {sayDay(student.dueOn, today)}
                    </span>
                  )}
                </div>
                {student.asksForHelp.length > 0 && (
                  <div className="flex flex-wrap items-center gap-3">
                    <p className="border-l-4 border-warm pl-2">
                      Asks for help with{' '}
                      {student.asksForHelp.map((number) => sayMeasure(number, vocabulary)).join(', ')}
                    </p>
                    <HelpedForm assignmentId={given.id} studentId={student.id} />
                  </div>
                )}
                <details>
                  <summary className="min-h-11 cursor-pointer py-2.5 text-base text-cool underline underline-offset-4">
                    Change it for {student.name}
                  </summary>
                  <ChangeForm
                    assignmentId={given.id}
                    student={{
                      id: student.id,
                      startBpm: student.startBpm,
                      goalBpm: student.goalBpm,
                      dueOn: student.dueOn,
                    }}
                  />
                </details>
              </li>
            ))}
          </ul>
          {given.students.length === 0 && <p>Nobody is in this class yet.</p>}
          <div className="mt-3 flex flex-wrap gap-x-2 border-t-2 border-rule pt-3">
            <ButtonLink href={`/practice/${given.id}`} weight="quiet">
              See it as a student does
            </ButtonLink>
            <ButtonLink href={`/given/${given.id}/plan`} weight="quiet">
              The plan on paper
            </ButtonLink>
            <a href={`/api/given/${given.id}/plan?format=csv`} download className={FILE_LINK}>
              As a table (CSV)
            </a>
            <a href={`/api/given/${given.id}/plan?format=ics`} download className={FILE_LINK}>
              For a calendar
            </a>
          </div>
        </Sheet>
        <div className="space-y-5">
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Change it for everybody</h2>
            <ChangeAllForm
              assignmentId={given.id}
              given={given}
              plans={plans.map(({ id, plan }) => ({ id, name: plan.name }))}
            />
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Give it out once more</h2>
            <CopyForm
              assignmentId={given.id}
              classId={given.classId}
              dueOn={dayAfter(given.dueOn > today ? given.dueOn : today, 7)}
              classes={classes.map(({ id, name }) => ({ id, name }))}
            />
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Take it back</h2>
            <p className="mb-3">
              It leaves everybody’s list. Takes that were handed in stay, and it can be given out again.
            </p>
            {given.waiting.length > 0 && (
              <p className="mb-3 border-l-4 border-warm pl-3">
                Takes still wait for your word: {given.waiting.join(', ')}.
              </p>
            )}
            <TakeBackForm assignmentId={given.id} />
          </Sheet>
        </div>
      </div>
    </SignedInFrame>
  );
}
