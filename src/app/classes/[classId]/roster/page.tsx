import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayOf } from '@/core/calendar';
import { maybeInstrument } from '@/core/instruments';
import { requireTeacher } from '@/server/access/account/viewer';
import { listClasses } from '@/server/access/school/classes';
import { getCoTeachers } from '@/server/access/school/co-teachers';
import { sayDay } from '@/server/access/school/dates';
import { getRoster, listRemovals } from '@/server/access/school/roster';
import { Link } from '@/ui/link';
import { Sheet } from '@/ui/page-frame';
import { CardsPanel } from './cards-panel';
import { CoTeachersPanel } from './co-teachers-panel';
import { ConsentPanel } from './consent-panel';
import { ListPanel } from './list-panel';
import {
  ArchiveForm,
  ConsentChoice,
  ConsentRule,
  KeepForm,
  LeaveForm,
  MoveForm,
  RemoveClassForm,
  RemoveForm,
  RenameStudentForm,
} from './roster-forms';

export const metadata: Metadata = { title: 'Roster' };

const LINK = 'inline-flex min-h-11 items-center font-bold text-cool underline underline-offset-4';

/** Who is in a class: taking in, sign-in cards, moving, leaving, consent, and what is kept for how long. */
export default async function RosterPage({
  params,
}: {
  readonly params: Promise<{ readonly classId: string }>;
}) {
  const viewer = await requireTeacher();
  const { classId } = await params;
  const [roster, coTeachers, classes, gone] = await Promise.all([
    orNotFound(getRoster(viewer, classId)),
    orNotFound(getCoTeachers(viewer, classId)),
    listClasses(viewer),
    listRemovals(viewer),
  ]);
  const today = dayOf(new Date());
  const here = roster.students.filter(({ leftAt }) => leftAt === null);
  const left = roster.students.filter(({ leftAt }) => leftAt !== null);
  const others = classes.filter(({ id }) => id !== classId).map(({ id, name }) => ({ id, name }));
  const goneHere = gone.filter(({ className }) => className === roster.name);
  return (
    <SignedInFrame viewer={viewer}>
      <div className="grid items-start gap-5 lg:grid-cols-[1fr_340px]">
        <div className="space-y-5">
          <Sheet>
            <h1 className="font-serif text-3xl font-bold">{roster.name}: roster</h1>
            <p className="mb-3 text-lg">
              {here.length} {here.length === 1 ? 'student' : 'students'}. Class code{' '}
              <strong className="rounded-sm bg-cool-wash px-2">{roster.code}</strong>
            </p>
            <ul className="divide-y divide-rule">
              {here.map((student) => (
                <li key={student.id} className="py-2" data-student={student.name}>
                  <div className="flex flex-wrap items-center gap-x-4">
                    <Link href={`/students/${student.id}`} className={`${LINK} w-44`}>
                      {student.name}
                    </Link>
                    <span className="w-32">{student.userName}</span>
                    <span className="w-40 text-faint">
                      {maybeInstrument(student.instrument)?.name ?? 'plays: not said'}
                    </span>
                    <ConsentChoice
                      classId={classId}
                      student={student}
                      notedOn={student.consentNotedAt && sayDay(dayOf(student.consentNotedAt), today)}
                    />
                  </div>
                  <details>
                    <summary className="min-h-11 cursor-pointer py-2.5 text-base text-cool underline underline-offset-4">
                      Rename, move, leave, take out, remove
                    </summary>
                    <div className="grid gap-4 border-l-4 border-rule py-2 pl-4 md:grid-cols-2">
                      <RenameStudentForm classId={classId} student={student} />
                      {roster.isHead && others.length > 0 && (
                        <MoveForm classId={classId} student={student} classes={others} />
                      )}
                      {roster.isHead && (
                        <div>
                          <h2 className="font-bold">Leaves the class</h2>
                          <p className="mb-2">Everything stays here; the sign-in ends.</p>
                          <LeaveForm classId={classId} studentId={student.id} hasLeft={false} />
                        </div>
                      )}
                      <TakeOutAndRemove classId={classId} student={student} mayRemove={roster.isHead} />
                    </div>
                  </details>
                </li>
              ))}
            </ul>
            {here.length === 0 && <p>Nobody is in this class yet.</p>}
          </Sheet>
          {left.length > 0 && (
            <Sheet>
              <h2 className="mb-2 text-xl font-bold">Left the class</h2>
              <ul className="divide-y divide-rule">
                {left.map((student) => (
                  <li key={student.id} className="py-2" data-student={student.name}>
                    <div className="flex flex-wrap items-center gap-x-4">
                      <strong className="w-44">{student.name}</strong>
                      <span className="text-faint">left {sayDay(dayOf(student.leftAt!), today)}</span>
                      {roster.isHead && <LeaveForm classId={classId} studentId={student.id} hasLeft />}
                    </div>
                    <details>
                      <summary className="min-h-11 cursor-pointer py-2.5 text-base text-cool underline underline-offset-4">
                        Take out, remove
                      </summary>
                      <div className="grid gap-4 border-l-4 border-rule py-2 pl-4 md:grid-cols-2">
                        <TakeOutAndRemove classId={classId} student={student} mayRemove={roster.isHead} />
                      </div>
                    </details>
                  </li>
                ))}
              </ul>
            </Sheet>
          )}
        </div>
        <div className="space-y-5">
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">A list of students</h2>
            <ListPanel classId={classId} className={roster.name} code={roster.code} />
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Sign-in cards</h2>
            <CardsPanel
              classId={classId}
              className={roster.name}
              code={roster.code}
              students={here.map(({ id, name }) => ({ id, name }))}
            />
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Consent for many</h2>
            <ConsentPanel classId={classId} students={here.map(({ id, name }) => ({ id, name }))} />
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Teaching together</h2>
            <CoTeachersPanel
              classId={classId}
              teachers={coTeachers.teachers.map(({ acceptedAt, ...teacher }) => ({
                ...teacher,
                isAsked: acceptedAt === null,
              }))}
              mayChange={coTeachers.mayChange}
              viewerId={viewer.userId}
            />
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">What is kept</h2>
            {roster.isHead ? (
              <KeepForm classId={classId} days={roster.keepDays} />
            ) : (
              <p>
                {roster.keepDays === undefined
                  ? 'Recordings are kept as long as the class is there.'
                  : `Recordings are kept for ${roster.keepDays} days.`}
              </p>
            )}
            <a href={`/api/classes/${classId}/everything`} download className={`${LINK} mt-3`}>
              Take out the whole class (zip)
            </a>
            {roster.isHead && (
              <div className="mt-3">
                <ConsentRule classId={classId} requiresConsent={roster.requiresConsent} />
              </div>
            )}
            <p className="mt-3 border-l-4 border-warm pl-2 text-base">
              Recordings are of children. School policy and local law decide what may be kept, and whose
              consent is needed; Mevlo keeps to what is noted here.
            </p>
            {goneHere.length > 0 && (
              <ul className="mt-3 text-base">
                {goneHere.map((one) => (
                  <li key={one.id}>
                    {sayDay(dayOf(one.removedAt), today)}:{' '}
                    {one.kind === 'student'
                      ? `everything of a student was removed, with ${one.takeCount} takes`
                      : `${one.takeCount} recordings were removed after their time`}
                  </li>
                ))}
              </ul>
            )}
          </Sheet>
          {roster.isHead && (
            <Sheet>
              <h2 className="mb-3 text-xl font-bold">Put the class away</h2>
              <p className="mb-3">It leaves your lists, and nobody of it signs in. It can come back.</p>
              <ArchiveForm classId={classId} isArchived={roster.isArchived} />
              <details className="mt-3">
                <summary className="min-h-11 cursor-pointer py-2.5 text-base text-cool underline underline-offset-4">
                  Remove it instead
                </summary>
                <RemoveClassForm classId={classId} name={roster.name} />
              </details>
            </Sheet>
          )}
        </div>
      </div>
    </SignedInFrame>
  );
}

interface Leaver {
  readonly id: string;
  readonly name: string;
  readonly takeCount: number;
}

function TakeOutAndRemove({
  classId,
  student,
  mayRemove,
}: {
  readonly classId: string;
  readonly student: Leaver;
  readonly mayRemove: boolean;
}) {
  const { takeCount } = student;
  return (
    <>
      <div>
        <h2 className="font-bold">Take everything out</h2>
        <p>
          {takeCount} {takeCount === 1 ? 'take' : 'takes'}: recordings, music, tables.
        </p>
        <a href={`/api/students/${student.id}/everything`} download className={LINK}>
          As a zip of open files
        </a>
      </div>
      {mayRemove && <RemoveForm classId={classId} student={student} />}
    </>
  );
}
