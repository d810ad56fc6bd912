import type { Metadata } from 'next';
import { DrawingComes } from '@/app/_components/drawing-comes';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { requireViewer } from '@/server/access/account/viewer';
import { getStudyOfAssignment } from '@/server/access/shelf/study';
import { ButtonLink } from '@/ui/button';
import { StudySheet } from '@/ui/study/study-sheet';

export const metadata: Metadata = { title: 'Look it over' };

/** The line before it is played, for its student. */
export default async function StudyForStudentPage({
  params,
}: {
  readonly params: Promise<{ readonly assignmentId: string }>;
}) {
  const viewer = await requireViewer();
  const { sheet, assignmentId, lineNumber } = await orNotFound(
    getStudyOfAssignment(viewer, (await params).assignmentId),
  );
  return (
    <SignedInFrame viewer={viewer}>
      {sheet ? (
        <StudySheet
          {...sheet}
          heading={
            <h1 className="mb-2 font-serif text-3xl font-bold">
              {lineNumber} {sheet.line.title}
            </h1>
          }
        >
          <ButtonLink href={`/practice/${assignmentId}`} weight="main" className="mt-3 min-h-16 px-8 text-xl">
            Play it
          </ButtonLink>
        </StudySheet>
      ) : (
        <DrawingComes />
      )}
    </SignedInFrame>
  );
}
