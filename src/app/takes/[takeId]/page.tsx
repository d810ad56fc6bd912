import type { Metadata } from 'next';
import { dayOf, sayDay } from '@/app/_components/day';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { QUALITIES } from '@/core/practice';
import { getTake } from '@/server/access/takes';
import { requireViewer } from '@/server/access/viewer';
import { ButtonLink } from '@/ui/button';
import { CheckedLine } from '@/ui/music/checked-line';
import { Comparison } from '@/ui/music/comparison';
import { Findings } from '@/ui/music/findings';
import { TempoChart } from '@/ui/music/tempo-chart';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { AnswerForm } from './answer-form';
import { WaitForCheck } from './wait-for-check';

export const metadata: Metadata = { title: 'Take' };

/** The same page for the student who played and the teacher who listens. */
export default async function TakePage({
  params,
}: {
  readonly params: Promise<{ readonly takeId: string }>;
}) {
  const viewer = await requireViewer();
  const take = await orNotFound(getTake(viewer, (await params).takeId));
  const today = dayOf(new Date());
  const rated = QUALITIES.filter((quality) => take.selfRating?.[quality] !== undefined);
  return (
    <SignedInFrame viewer={viewer}>
      <Sheet>
        <div className="mb-3 flex flex-wrap items-baseline justify-between gap-x-6">
          <h1 className="font-serif text-3xl font-bold">
            {take.lineNumber} {take.line.title}
          </h1>
          <p className="text-faint">
            {take.studentName}, {take.className}, {sayDay(dayOf(take.handedInAt), today)}
            {take.source === 'simulated' && ', played by the simulated student'}
          </p>
        </div>
        {take.answer && (
          <div className="mb-3">
            <Notice kind="news">
              <strong>{take.answer === 'accepted' ? 'Accepted.' : 'Once more, please.'}</strong>{' '}
              <span className="whitespace-pre-line">{take.comment}</span>
            </Notice>
          </div>
        )}
        {take.state === 'waiting' && <WaitForCheck takeId={take.id} />}
        {take.state === 'failed' && <Notice kind="problem">{take.failure}</Notice>}
        {take.state === 'checked' && take.verdict && take.engravings && (
          <CheckedLine
            line={take.line}
            engravings={take.engravings}
            verdict={take.verdict}
            levelsDb={take.levelsDb}
            audioSrc={`/api/takes/${take.id}/audio`}
          />
        )}
        {take.state === 'checked' && !take.verdict && (
          <Notice kind="news">Mevlo is listening to this take anew. Reload the page in a moment.</Notice>
        )}
        {take.verdict && <Findings verdict={take.verdict} vocabulary={take.vocabulary} />}
        {take.verdict && <TempoChart verdict={take.verdict} />}
        {take.verdict?.state === 'judged' && rated.length > 0 && (
          <div className="mt-4">
            <Comparison
              verdict={take.verdict}
              rating={take.selfRating ?? {}}
              asked={rated}
              vocabulary={take.vocabulary}
              who={viewer.role === 'student' ? 'You' : take.studentName.split(' ')[0]!}
            />
          </div>
        )}
        <div className="mt-4 border-t-2 border-rule pt-4">
          {viewer.role === 'teacher' ? (
            <AnswerForm takeId={take.id} comment={take.comment ?? ''} />
          ) : (
            <ButtonLink href={`/practice/${take.assignmentId}`} weight="main">
              Back to the stand
            </ButtonLink>
          )}
        </div>
      </Sheet>
    </SignedInFrame>
  );
}
