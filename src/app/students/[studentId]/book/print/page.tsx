import { format, parseISO } from 'date-fns';
import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayAfter, dayOf } from '@/core/calendar';
import { requireViewer } from '@/server/access/account/viewer';
import { getBook } from '@/server/access/practice/book';
import { sayDay } from '@/server/access/school/dates';
import { Sheet } from '@/ui/page-frame';
import { PrintButton } from '@/ui/print-button';

export const metadata: Metadata = { title: 'The week on paper' };

const DAYS = 7;
const CELL = 'border border-ink px-2 py-2';

/** The days ahead on one sheet, for those at home: what to practise, boxes for the days, and how to help. */
export default async function BookPrintPage({
  params,
}: {
  readonly params: Promise<{ readonly studentId: string }>;
}) {
  const viewer = await requireViewer();
  const today = dayOf(new Date());
  const book = await orNotFound(getBook(viewer, (await params).studentId, today));
  const days = Array.from({ length: DAYS }, (_, index) => dayAfter(today, index));
  const lines = [
    ...book.today.map((line) => ({ ...line, say: `${line.minutes} min` })),
    ...book.otherDays.map((line) => ({ ...line, say: 'later' })),
  ];
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mb-3 print:hidden">
        <PrintButton />
      </div>
      <Sheet className="mx-auto max-w-4xl space-y-4 print:border-0 print:p-0 print:shadow-none">
        <div>
          <h1 className="font-serif text-3xl font-bold">{book.name}</h1>
          <p className="text-lg">
            {book.className}: about {book.minutesADay} minutes a day, from {sayDay(days[0]!, today)} to{' '}
            {sayDay(days.at(-1)!, today)}
          </p>
        </div>
        {book.word && (
          <p data-own-words className="border-l-4 border-rule pl-3 text-lg whitespace-pre-line">
            {book.word.teacherWord}
          </p>
        )}
        {book.ownGoal !== '' && (
          <p>
            <strong>I want to reach:</strong> <span data-own-words>{book.ownGoal}</span>
          </p>
        )}
        {lines.length === 0 ? (
          <p>Everything that was given out is learned.</p>
        ) : (
          <div className="overflow-x-auto">
            <table className="w-full border-collapse text-left">
              <thead>
                <tr>
                  <th scope="col" className={CELL}>
                    What
                  </th>
                  <th scope="col" className={CELL}>
                    Today
                  </th>
                  {days.map((day) => (
                    <th key={day} scope="col" className={`${CELL} w-12 text-center`}>
                      {format(parseISO(day), 'EEE')}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {lines.map((line) => (
                  <tr key={line.id}>
                    <th scope="row" className={`${CELL} font-normal`}>
                      <strong className="font-serif text-lg">
                        {line.lineNumber} {line.lineTitle}
                      </strong>
                      <span className="block text-base">
                        {line.now && `${line.now.name}: ${line.now.chunkName}, at ${line.nextBpm}; `}
                        due {sayDay(line.dueOn, today)}
                      </span>
                    </th>
                    <td className={`${CELL} whitespace-nowrap`}>{line.say}</td>
                    {days.map((day) => (
                      <td key={day} className={CELL}>
                        <span className="mx-auto block size-5 border-2 border-ink">
                          <span className="sr-only">to tick</span>
                        </span>
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
        <div className="border-l-4 border-rule pl-3 text-base">
          <p className="font-bold">How to help without reading music</p>
          <p>
            Ask to hear one line, and what is hard in it. Slow and right is better than fast and nearly. A day
            off is no harm. Stop when something hurts, and tell the teacher.
          </p>
        </div>
      </Sheet>
    </SignedInFrame>
  );
}
