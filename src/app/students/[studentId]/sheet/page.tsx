import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayAfter, dayOf } from '@/core/calendar';
import { sayAnswer } from '@/core/review';
import { requireViewer } from '@/server/access/account/viewer';
import { sayDay } from '@/server/access/school/dates';
import { getRecord } from '@/server/access/school/record';
import { Sheet } from '@/ui/page-frame';
import { PrintButton } from '@/ui/print-button';

export const metadata: Metadata = { title: 'Sheet for home' };

/** So far a sheet looks back. */
const WEEKS = 4;

/** A student's last weeks on one sheet of paper, for those at home: what was learned, what is at hand, what the teacher says. */
export default async function SheetPage({
  params,
}: {
  readonly params: Promise<{ readonly studentId: string }>;
}) {
  const viewer = await requireViewer();
  const record = await orNotFound(getRecord(viewer, (await params).studentId));
  const today = dayOf(new Date());
  const from = dayAfter(today, -7 * WEEKS);
  const takes = record.takes.filter(({ handedInAt }) => dayOf(handedInAt) >= from);
  const days = new Set(takes.map(({ handedInAt }) => dayOf(handedInAt))).size;
  const words = takes.filter(({ comment, answer }) => comment || answer);
  const first = record.name.split(' ')[0]!;
  const learned = record.lines.filter(({ isLearned }) => isLearned);
  const atHand = record.lines.filter(({ isLearned }) => !isLearned);
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mb-3 print:hidden">
        <PrintButton />
      </div>
      <Sheet className="mx-auto max-w-3xl space-y-4 print:border-0 print:p-0 print:shadow-none">
        <div>
          <h1 className="font-serif text-3xl font-bold">{record.name}</h1>
          <p className="text-lg">
            {record.className}
            {record.instrument && `, ${record.instrument}`}; {sayDay(from, today)} to {sayDay(today, from)}
          </p>
        </div>
        <p>
          In these {WEEKS} weeks {first} handed in {takes.length} {takes.length === 1 ? 'take' : 'takes'} on{' '}
          {days} {days === 1 ? 'day' : 'days'}.
        </p>
        <div>
          <h2 className="text-xl font-bold">Learned so far</h2>
          {learned.length === 0 && <p>Nothing is finished yet.</p>}
          <ul className="ml-5 list-disc">
            {learned.map(({ id, lineNumber, lineTitle, goalBpm, token }) => (
              <li key={id}>
                {lineNumber} {lineTitle}, at {goalBpm}
                {token && ` (${token})`}
              </li>
            ))}
          </ul>
        </div>
        <div>
          <h2 className="text-xl font-bold">At hand</h2>
          {atHand.length === 0 && <p>Everything that was given out is learned.</p>}
          <ul className="ml-5 list-disc">
            {atHand.map(({ id, lineNumber, lineTitle, ladder, climbed }) => (
              <li key={id}>
                {lineNumber} {lineTitle}: {climbed.length} of {ladder.length} tempos climbed
              </li>
            ))}
          </ul>
        </div>
        {words.length > 0 && (
          <div>
            <h2 className="text-xl font-bold">What the teacher said</h2>
            <ul className="ml-5 list-disc">
              {words.slice(0, 8).map((take) => (
                <li key={take.id}>
                  {sayDay(dayOf(take.handedInAt), today)}, {take.lineNumber} {take.lineTitle}:{' '}
                  {take.answer && sayAnswer(take.answer)} <span data-own-words>{take.comment}</span>
                </li>
              ))}
            </ul>
          </div>
        )}
        <p className="border-l-4 border-rule pl-3 text-base">
          Ten minutes a day do more than an hour on Sunday. Stop when something hurts, and tell the teacher.
        </p>
      </Sheet>
    </SignedInFrame>
  );
}
