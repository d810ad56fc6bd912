import { Download } from 'lucide-react';
import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayOf } from '@/core/calendar';
import { sayAnswer } from '@/core/review';
import { requireViewer } from '@/server/access/account/viewer';
import { sayDay } from '@/server/access/school/dates';
import { getRecord } from '@/server/access/school/record';
import { Link } from '@/ui/link';
import { RatingsOverTime } from '@/ui/music/ratings-over-time';
import { NamedList } from '@/ui/named-list';
import { Sheet } from '@/ui/page-frame';

export const metadata: Metadata = { title: 'Record' };

const LINK = 'inline-flex min-h-11 items-center gap-2 font-bold text-cool underline underline-offset-4';

/** What a student has done, to be looked back on and taken along: the same for the student and the teacher. */
export default async function RecordPage({
  params,
}: {
  readonly params: Promise<{ readonly studentId: string }>;
}) {
  const viewer = await requireViewer();
  const record = await orNotFound(getRecord(viewer, (await params).studentId));
  const today = dayOf(new Date());
  const learned = record.lines.filter(({ isLearned }) => isLearned);
  const tokens = learned.flatMap(({ token }) => token ?? []);
  const isOwn = viewer.userId === record.id;
  return (
    <SignedInFrame viewer={viewer}>
      <div className="grid items-start gap-5 lg:grid-cols-[1fr_380px]">
        <div className="space-y-5">
          <Sheet>
            <h1 className="font-serif text-3xl font-bold">{isOwn ? 'My record' : record.name}</h1>
            <p className="mb-3 text-lg">
              {record.className}
              {record.instrument && `, ${record.instrument}`}: {learned.length}{' '}
              {learned.length === 1 ? 'line' : 'lines'} learned
            </p>
            {tokens.length > 0 && (
              <ul aria-label="Tokens" className="mb-3 flex flex-wrap gap-2">
                {tokens.map((token, index) => (
                  <li key={index} className="rounded-full border-2 border-ink bg-warm-wash px-3 py-1">
                    <span aria-hidden>✦ </span>
                    {token}
                  </li>
                ))}
              </ul>
            )}
            <NamedList name="Reading, not known yet" level={2} className="mb-3 ml-5 list-disc">
              {record.notKnown.map(({ item, words, asked, missed }) => (
                <li key={item}>
                  {words}: missed {missed} of {asked}
                </li>
              ))}
            </NamedList>
            <h2 className="mb-1 text-xl font-bold">Tempos climbed</h2>
            <ul className="divide-y divide-rule">
              {record.lines.map(
                ({ id, lineNumber, lineTitle, ladder, climbed, goalBpm, isLearned, takeCount }) => (
                  <li key={id} className="grid items-center gap-x-4 py-2 sm:grid-cols-[1fr_220px]">
                    <span>
                      <strong className="font-serif text-xl">
                        {lineNumber} {lineTitle}
                      </strong>{' '}
                      <span className="text-faint">
                        {takeCount} {takeCount === 1 ? 'take' : 'takes'}
                        {isLearned && ', learned'}
                      </span>
                    </span>
                    <span
                      role="img"
                      aria-label={`climbed ${climbed.length} of ${ladder.length} tempos up to ${goalBpm}`}
                      className="flex items-end gap-1"
                    >
                      {ladder.map((bpm, index) => (
                        <span
                          key={bpm}
                          className={`flex flex-1 items-end justify-center border-2 border-ink text-[15px] leading-tight ${climbed.includes(bpm) ? 'bg-ink text-paper' : 'bg-paper'}`}
                          style={{ height: `${22 + (26 * (index + 1)) / ladder.length}px` }}
                        >
                          {bpm}
                        </span>
                      ))}
                    </span>
                  </li>
                ),
              )}
            </ul>
            {record.lines.length === 0 && <p>No line was given out yet.</p>}
          </Sheet>
          <Sheet>
            <RatingsOverTime
              who={isOwn ? 'You' : record.name.split(' ')[0]!}
              points={record.takes
                .toReversed()
                .map(({ handedInAt, lineNumber, askedBpm, selfRating, measured, rating }) => ({
                  label: `${sayDay(dayOf(handedInAt), today)}, line ${lineNumber} at ${askedBpm}`,
                  own: selfRating ?? {},
                  measured,
                  teacher: rating ?? {},
                }))}
            />
          </Sheet>
        </div>
        <div className="space-y-5">
          <Sheet>
            <h2 className="mb-2 text-xl font-bold">Recordings</h2>
            <ul className="divide-y divide-rule">
              {record.takes.map((take) => (
                <li key={take.id} className="py-2">
                  <div className="flex items-center justify-between gap-3">
                    <Link href={`/takes/${take.id}`} className={LINK}>
                      {take.lineNumber} {take.lineTitle}, at {take.askedBpm}
                    </Link>
                    {take.audioRemovedAt ? (
                      <span className="text-base text-faint">removed</span>
                    ) : (
                      <a
                        href={`/api/takes/${take.id}/audio?keep`}
                        download
                        aria-label={`Keep the recording of ${take.lineNumber} ${take.lineTitle}, at ${take.askedBpm}`}
                        className="inline-flex size-11 items-center justify-center rounded-md hover:bg-cool-wash"
                      >
                        <Download aria-hidden className="size-5" />
                      </a>
                    )}
                  </div>
                  <p className="text-base text-faint">
                    {sayDay(dayOf(take.handedInAt), today)}
                    {take.answer && `: ${sayAnswer(take.answer)}`}
                  </p>
                  {take.comment && (
                    <p className="whitespace-pre-line border-l-4 border-cool pl-2">{take.comment}</p>
                  )}
                </li>
              ))}
            </ul>
            {record.takes.length === 0 && <p>Nothing was handed in yet.</p>}
          </Sheet>
          <Sheet>
            <h2 className="mb-2 text-xl font-bold">Take it along</h2>
            <p>
              <Link href={`/students/${record.id}/book`} className={LINK}>
                The practice book
              </Link>
            </p>
            <p>
              <Link href={`/students/${record.id}/sheet`} className={LINK}>
                A sheet for those at home
              </Link>
            </p>
            <a href={`/api/students/${record.id}/everything`} download className={LINK}>
              <Download aria-hidden className="size-5" /> Everything as a zip
            </a>
            <p className="text-base">Recordings, music and tables in open formats.</p>
          </Sheet>
        </div>
      </div>
    </SignedInFrame>
  );
}
