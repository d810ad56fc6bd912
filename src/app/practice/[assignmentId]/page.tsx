import type { Metadata } from 'next';
import { DrawingComes } from '@/app/_components/drawing-comes';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { maybeInstrument } from '@/core/instruments';
import { banksOf } from '@/core/playback';
import { requireViewer } from '@/server/access/account/viewer';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { maybeOwnModelAt } from '@/server/access/shelf/own-model';
import { Stand } from './stand';

export const metadata: Metadata = { title: 'Stand' };

export default async function StandPage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ readonly assignmentId: string }>;
  readonly searchParams: Promise<{ readonly stage?: string | string[] }>;
}) {
  const viewer = await requireViewer();
  const [{ assignmentId }, { stage: asked }] = await Promise.all([params, searchParams]);
  const assignment = await orNotFound(
    getAssignmentToPlay(viewer, assignmentId, typeof asked === 'string' ? asked : undefined),
  );
  const own = await maybeOwnModelAt(assignment.lineId, assignment.partHash);
  const { id, lineNumber, line, engravings, ladder, climbed, nextBpm } = assignment;
  const { planName, stage, next, nextWhenEasy, stages, isDone } = assignment;
  return (
    <SignedInFrame viewer={viewer}>
      {assignment.word !== '' && (
        <p data-own-words className="mb-3 border-l-4 border-cool bg-paper px-3 py-1 whitespace-pre-line">
          {assignment.word}
        </p>
      )}
      {engravings ? (
        <Stand
          // Another stage, or another tempo to begin with, is another stand.
          key={`${stage.id} ${nextBpm}`}
          assignmentId={id}
          plan={planName === undefined ? undefined : { stage, next, nextWhenEasy, stages, isDone }}
          stageId={stage.id}
          verb={stage.verb}
          vocabulary={assignment.vocabulary}
          countIn={assignment.countIn}
          strictness={assignment.strictness}
          ownEars={assignment.ownEars}
          playerId={viewer.userId}
          lineNumber={lineNumber}
          line={line}
          engravings={engravings}
          ladder={ladder}
          climbed={climbed}
          nextBpm={nextBpm}
          climbing={assignment.climbing}
          hardPairs={assignment.hardPairs}
          stop={viewer.role === 'student' ? assignment.stop : undefined}
          token={assignment.lineToken ?? undefined}
          makesOwnPitch={maybeInstrument(line.part.instrument)?.makesOwnPitch ?? false}
          mayHandIn={viewer.role === 'student'}
          mayRecord={assignment.mayRecord}
          caution={maybeInstrument(line.part.instrument)?.caution}
          banks={banksOf(line)}
        />
      ) : (
        <DrawingComes />
      )}
      {own && (
        <div className="mt-3 flex flex-wrap items-center gap-3 bg-paper px-3 py-2">
          <span className="font-bold">As {own.teacherName} plays it</span>
          {/* biome-ignore lint/a11y/useMediaCaption: a recording of an instrument has no words to caption. */}
          <audio
            controls
            preload="none"
            src={`/api/lines/${assignment.lineId}/model/${own.place}?v=${own.version}`}
            aria-label={`As ${own.teacherName} plays it`}
          />
        </div>
      )}
    </SignedInFrame>
  );
}
