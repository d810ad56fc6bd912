import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { getAssignmentToPlay } from '@/server/access/assignments';
import { requireViewer } from '@/server/access/viewer';
import { Notice } from '@/ui/notice';
import { Stand } from './stand';

export const metadata: Metadata = { title: 'Stand' };

export default async function StandPage({
  params,
}: {
  readonly params: Promise<{ readonly assignmentId: string }>;
}) {
  const viewer = await requireViewer();
  const assignment = await orNotFound(getAssignmentToPlay(viewer, (await params).assignmentId));
  const { id, lineNumber, line, engravings, ladder, climbed, nextBpm } = assignment;
  return (
    <SignedInFrame viewer={viewer}>
      {engravings ? (
        <Stand
          assignmentId={id}
          lineNumber={lineNumber}
          line={line}
          engravings={engravings}
          ladder={ladder}
          climbed={climbed}
          nextBpm={nextBpm}
          mayHandIn={viewer.role === 'student'}
        />
      ) : (
        <Notice kind="news">Your line is still being drawn. Reload the page in a moment.</Notice>
      )}
    </SignedInFrame>
  );
}
