import type { Metadata } from 'next';
import { DrawingComes } from '@/app/_components/drawing-comes';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayOf } from '@/core/calendar';
import { maybeInstrument } from '@/core/instruments';
import { QUALITIES, sayPassage } from '@/core/practice';
import { sayAnswer, sayNeed, sayRemark } from '@/core/review';
import { requireViewer } from '@/server/access/account/viewer';
import { getTake, listEarlierTakes } from '@/server/access/practice/takes';
import { getPassageChoice, maybeAnswered } from '@/server/access/review/answers';
import { listOverrules } from '@/server/access/review/overrules';
import { listPins } from '@/server/access/review/pins';
import { getQueue } from '@/server/access/review/queue';
import { listVoices } from '@/server/access/review/voices';
import { sayDay } from '@/server/access/school/dates';
import { ButtonLink } from '@/ui/button';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { Link } from '@/ui/link';
import { Comparison } from '@/ui/music/comparison';
import { Findings } from '@/ui/music/findings';
import { Intonation } from '@/ui/music/intonation';
import { TempoChart } from '@/ui/music/tempo-chart';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { hearingHref } from '../hearing-href';
import { TakeBack } from '../take-back';
import { checkOnceMore } from './actions';
import { AnswerForm } from './answer-form';
import { Hearing } from './hearing';
import { QueueBar } from './queue-bar';
import { VoicePanel } from './voice-panel';
import { WaitForCheck } from './wait-for-check';

export const metadata: Metadata = { title: 'Take' };

/** The same page for the student who played and the teacher who listens. */
export default async function TakePage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ readonly takeId: string }>;
  /** `hearing`: one after the other, as they wait. */
  readonly searchParams: Promise<{ readonly hearing?: string; readonly answered?: string }>;
}) {
  const viewer = await requireViewer();
  const { takeId } = await params;
  const { hearing, answered: answeredId } = await searchParams;
  const isHearing = viewer.role === 'teacher' && hearing !== undefined;
  const [take, earlier, overrules, pins, voices, queue] = await Promise.all([
    orNotFound(getTake(viewer, takeId)),
    orNotFound(listEarlierTakes(viewer, takeId)),
    orNotFound(listOverrules(viewer, takeId)),
    orNotFound(listPins(viewer, takeId)),
    orNotFound(listVoices(viewer, takeId)),
    isHearing ? getQueue(viewer) : undefined,
  ]);
  const answered =
    viewer.role === 'teacher' && answeredId !== undefined
      ? await orNotFound(maybeAnswered(viewer, answeredId))
      : undefined;
  const passages = viewer.role === 'teacher' ? await getPassageChoice(viewer, take) : undefined;
  const before = earlier.find((other) => other.isSameMusic && other.measures);
  const today = dayOf(new Date());
  const makesOwnPitch = maybeInstrument(take.line.part.instrument)?.makesOwnPitch ?? false;
  const rated = QUALITIES.filter((quality) => take.selfRating?.[quality] !== undefined);
  const recorded = (
    <VoicePanel
      key={take.id}
      takeId={take.id}
      voices={voices.map(({ kind, teacherName, recordedAt }) => ({
        kind,
        by: `${teacherName}, ${sayDay(dayOf(recordedAt), today)}`,
        version: `${recordedAt.getTime()}`,
      }))}
      mayRecord={viewer.role === 'teacher'}
    />
  );
  return (
    <SignedInFrame viewer={viewer}>
      <Sheet>
        {answered && <TakeBack answered={answered} />}
        {queue && <Place queue={queue} takeId={takeId} />}
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
              <strong>{sayAnswer(take.answer)}</strong>{' '}
              {take.passage && <>Only {sayPassage(take.passage, take.vocabulary)}. </>}
              <span className="whitespace-pre-line">{take.comment}</span>
            </Notice>
          </div>
        )}
        {viewer.role === 'student' && recorded}
        {take.remark && (
          <div className="mb-3">
            <Notice kind="news">
              {sayRemark(take.remark)}{' '}
              {take.remarkTakeId && (
                <Link href={`/takes/${take.remarkTakeId}`} className="underline underline-offset-4">
                  Hear the other one
                </Link>
              )}
            </Notice>
          </div>
        )}
        {take.audioRemovedAt && (
          <div className="mb-3">
            <Notice kind="news">
              The recording was removed after its time. What Mevlo heard and what was answered is still here.
            </Notice>
          </div>
        )}
        {take.state === 'waiting' && <WaitForCheck takeId={take.id} />}
        {take.state === 'failed' && <Notice kind="problem">{take.failure}</Notice>}
        {take.state !== 'checked' && take.canBePlayed && (
          // biome-ignore lint/a11y/useMediaCaption: nobody speaks in a recording of an instrument.
          <audio
            controls
            preload="none"
            src={`/api/takes/${take.id}/audio`}
            aria-label="The recording"
            className="mt-3 w-full max-w-xl"
          />
        )}
        {take.state === 'failed' && take.hasAudio && viewer.role === 'teacher' && (
          <ActionForm action={checkOnceMore.bind(null, take.id)} className="mt-3 space-y-2">
            <SubmitButton>Check it again</SubmitButton>
            <FormOutcome />
          </ActionForm>
        )}
        {take.state === 'checked' && take.verdict && !take.engravings && <DrawingComes />}
        {take.state === 'checked' && take.verdict && take.engravings && (
          <Hearing
            key={take.id}
            line={take.line}
            engravings={take.engravings}
            verdict={take.verdict}
            levelsDb={take.levelsDb}
            pitches={take.pitches}
            audioSrc={`/api/takes/${take.id}/audio`}
            vocabulary={take.vocabulary}
            earlier={
              before && {
                id: before.id,
                label: `Earlier: ${sayDay(dayOf(before.handedInAt), today)}, at ${before.askedBpm}`,
                measures: before.measures ?? [],
              }
            }
            overrules={overrules.map(({ teacherName, saidAt, ...word }) => ({
              ...word,
              by: `${teacherName}, ${sayDay(dayOf(saidAt), today)}`,
            }))}
            overrulesTakeId={viewer.role === 'teacher' ? take.id : undefined}
            takeId={take.id}
            pins={pins}
            startsAtOnce={isHearing}
          />
        )}
        {take.state === 'checked' && !take.verdict && (
          <Notice kind="news">Mevlo is listening to this take anew. Reload the page in a moment.</Notice>
        )}
        {viewer.role === 'teacher' && (
          <>
            <div className="mt-4 border-t-2 border-rule pt-4">{recorded}</div>
            <AnswerForm
              key={take.id}
              takeId={take.id}
              comment={take.comment ?? ''}
              rating={take.rating ?? {}}
              passages={passages}
              vocabulary={take.vocabulary}
              nextHref={queue && afterAnswerHref(queue, takeId)}
            />
            {take.answer && !answered && (
              <TakeBack
                answered={{
                  takeId: take.id,
                  studentName: take.studentName,
                  lineNumber: take.lineNumber,
                  lineTitle: take.line.title,
                  answer: take.answer,
                }}
              />
            )}
          </>
        )}
        {take.verdict && <Findings verdict={take.verdict} vocabulary={take.vocabulary} />}
        {take.verdict && (viewer.role === 'teacher' || makesOwnPitch) && (
          <Intonation
            line={take.line}
            verdict={take.verdict}
            vocabulary={take.vocabulary}
            isOpen={makesOwnPitch}
          />
        )}
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
        {viewer.role === 'student' && (
          <div className="mt-4 border-t-2 border-rule pt-4">
            <ButtonLink href={`/practice/${take.assignmentId}`} weight="main">
              Back to the stand
            </ButtonLink>
          </div>
        )}
      </Sheet>
    </SignedInFrame>
  );
}

type Queue = Awaited<ReturnType<typeof getQueue>>;

/** The one that waits after this, from the beginning again after the last; the desk when there is no other. */
function nextHref(queue: Queue, takeId: string): string {
  const place = queue.findIndex((take) => take.id === takeId);
  const next = queue[(place + 1) % queue.length];
  return next && next.id !== takeId ? hearingHref(next.id) : '/desk';
}

/** The same after an answer, which can be taken back there. */
function afterAnswerHref(queue: Queue, takeId: string): string {
  const place = queue.findIndex((take) => take.id === takeId);
  const next = queue[(place + 1) % queue.length];
  return next && next.id !== takeId ? hearingHref(next.id, takeId) : `/desk?answered=${takeId}`;
}

function Place({ queue, takeId }: { readonly queue: Queue; readonly takeId: string }) {
  const index = queue.findIndex((take) => take.id === takeId);
  const take = queue[index];
  const href = nextHref(queue, takeId);
  return (
    <QueueBar
      place={take && index + 1}
      count={queue.length}
      need={take && sayNeed(take.need, take.helpMeasure, take.vocabulary)}
      nextHref={href}
      isLast={href === '/desk'}
    />
  );
}
