import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { requireTeacher } from '@/server/access/account/viewer';
import { getClass, maybeJudgingAnew } from '@/server/access/school/classes';
import { ButtonLink } from '@/ui/button';
import { Link } from '@/ui/link';
import { Sheet } from '@/ui/page-frame';
import { DailyMinutes, InstrumentChoice, NewStudentForm, RenameForm, VocabularyChoice } from '../class-forms';
import { CountInChoice } from '../count-in-choice';
import { CountingForm } from '../counting-form';
import { JudgingComes } from '../judging-comes';
import { OwnEarsChoice } from '../own-ears-choice';
import { StrictnessChoice } from '../strictness-choice';

export const metadata: Metadata = { title: 'Class' };

export default async function ClassPage({
  params,
}: {
  readonly params: Promise<{ readonly classId: string }>;
}) {
  const viewer = await requireTeacher();
  const { classId } = await params;
  const [found, anew] = await Promise.all([
    orNotFound(getClass(viewer, classId)),
    orNotFound(maybeJudgingAnew(viewer, classId)),
  ]);
  const { id, name, code, isHead, vocabulary, counting, countIn, strictness, ownEars } = found;
  const { dailyMinutes, students } = found;
  return (
    <SignedInFrame viewer={viewer}>
      <div className="grid items-start gap-5 md:grid-cols-[1fr_320px]">
        <div className="space-y-5">
          <Sheet>
            <h1 className="text-2xl font-bold">{name}</h1>
            <p className="mb-4 text-lg">
              Students sign in with the class code{' '}
              <strong className="rounded-sm bg-cool-wash px-2">{code}</strong>, their user name and their PIN.
            </p>
            {isHead && (
              <details className="mb-3">
                <summary className="min-h-11 cursor-pointer py-2.5 text-cool underline underline-offset-4">
                  Rename the class
                </summary>
                <RenameForm classId={id} name={name} />
              </details>
            )}
            <div className="mb-4 flex flex-wrap gap-2">
              <ButtonLink href={`/classes/${id}/board`} weight="main">
                Board: who is where
              </ButtonLink>
              <ButtonLink href={`/classes/${id}/roster`}>Roster: lists, cards, leaving</ButtonLink>
            </div>
            <table className="w-full text-left">
              <thead>
                <tr className="border-b-2 border-ink">
                  <th className="py-2">Name</th>
                  <th>User name</th>
                  <th>Plays</th>
                </tr>
              </thead>
              <tbody className="divide-y divide-rule">
                {students.map((student) => (
                  <tr key={student.id}>
                    <td className="py-2">
                      <Link href={`/students/${student.id}`} className="underline underline-offset-4">
                        {student.name}
                      </Link>
                    </td>
                    <td>{student.userName}</td>
                    <td className="py-1">
                      <InstrumentChoice classId={id} student={student} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {students.length === 0 && <p className="mt-3">Nobody is in this class yet.</p>}
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">How the class talks</h2>
            <VocabularyChoice classId={id} vocabulary={vocabulary} />
            <div className="mt-4">
              <CountingForm classId={id} counting={counting} />
            </div>
            <CountInChoice classId={id} countIn={countIn} />
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">How strictly</h2>
            <StrictnessChoice classId={id} strictness={strictness} />
            <OwnEarsChoice classId={id} ownEars={ownEars} />
            {anew && <JudgingComes {...anew} />}
          </Sheet>
        </div>
        <div className="space-y-5">
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">A new student</h2>
            <NewStudentForm classId={id} />
          </Sheet>
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Time and pace</h2>
            <DailyMinutes classId={id} minutes={dailyMinutes} />
            <ButtonLink href={`/classes/${id}/pace`} className="mt-4 w-full">
              Pieces by a date
            </ButtonLink>
          </Sheet>
        </div>
      </div>
    </SignedInFrame>
  );
}
