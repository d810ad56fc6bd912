import { BookOpen, Check, Printer } from 'lucide-react';
import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayOf } from '@/core/calendar';
import { requireViewer } from '@/server/access/account/viewer';
import { getBook, type PracticeBook } from '@/server/access/practice/book';
import { sayDay } from '@/server/access/school/dates';
import { ButtonLink } from '@/ui/button';
import { Link } from '@/ui/link';
import { Sheet } from '@/ui/page-frame';
import { GoalForm, RemindersForm, WordForm } from './book-forms';
import { sayLineStop } from './say-line';
import { WeekTable } from './week-table';

export const metadata: Metadata = { title: 'Practice book' };

/** What to practise today, what was practised, and what is wanted: the same page for the student and the teacher. */
export default async function BookPage({
  params,
}: {
  readonly params: Promise<{ readonly studentId: string }>;
}) {
  const viewer = await requireViewer();
  const today = dayOf(new Date());
  const book = await orNotFound(getBook(viewer, (await params).studentId, today));
  const isOwn = viewer.userId === book.studentId;
  const first = book.name.split(' ')[0]!;
  return (
    <SignedInFrame viewer={viewer}>
      <div className="grid items-start gap-5 lg:grid-cols-[1fr_380px]">
        <div className="space-y-5">
          <Sheet>
            <h1 className="font-serif text-3xl font-bold">
              {isOwn ? 'My practice book' : `${book.name}: practice book`}
            </h1>
            {book.word && (
              <p data-own-words className="mt-3 border-l-4 border-cool pl-3 text-lg whitespace-pre-line">
                {book.word.teacherWord}
                {book.word.teacherName !== null && (
                  <span className="block text-base text-faint">{book.word.teacherName}</span>
                )}
              </p>
            )}
            <Today book={book} isOwn={isOwn} />
          </Sheet>
          {book.otherDays.length > 0 && (
            <Sheet>
              <h2 className="mb-1 text-xl font-bold">Another day</h2>
              <ul className="divide-y divide-rule">
                {book.otherDays.map(({ id, lineNumber, lineTitle, dueOn }) => (
                  <li key={id} className="flex flex-wrap items-center justify-between gap-x-4 py-1">
                    <LineName
                      id={id}
                      isOwn={isOwn}
                      name={`${lineNumber} ${lineTitle}`}
                      className="min-h-11 text-lg"
                    />
                    <span className="text-faint">due {sayDay(dueOn, today)}</span>
                  </li>
                ))}
              </ul>
            </Sheet>
          )}
        </div>
        <div className="space-y-5">
          <Sheet>
            <h2 className="mb-2 text-xl font-bold">This week</h2>
            <WeekTable week={book.week} today={today} />
            <p className="mt-3">
              In the last four weeks {isOwn ? 'you' : first} played on {book.practisedDays} of {book.ofDays}{' '}
              days, {book.minutesInAll} minutes in all.
            </p>
            <p className="text-base text-faint">
              Counted is the time in which Mevlo heard playing, a passage was gone round, or something was
              read.
            </p>
          </Sheet>
          <Sheet>
            <h2 className="mb-2 text-xl font-bold">{isOwn ? 'My own goal' : `${first}’s own goal`}</h2>
            {isOwn ? (
              <GoalForm minutes={book.ownMinutes} classMinutes={book.classMinutes} goal={book.ownGoal} />
            ) : (
              <p data-own-words>
                {book.ownGoal === '' ? 'None yet.' : book.ownGoal}
                {book.ownMinutes !== undefined && ` ${book.ownMinutes} minutes a day.`}
              </p>
            )}
          </Sheet>
          {!isOwn && (
            <Sheet>
              <WordForm studentId={book.studentId} word={book.word?.teacherWord ?? ''} />
            </Sheet>
          )}
          <Sheet>
            <h2 className="mb-2 text-xl font-bold">Remind me</h2>
            <RemindersForm studentId={book.studentId} />
          </Sheet>
          <Sheet>
            <h2 className="mb-2 text-xl font-bold">For those at home</h2>
            <ButtonLink href={`/students/${book.studentId}/book/print`} className="w-full">
              <Printer aria-hidden className="size-5" /> The week on paper
            </ButtonLink>
          </Sheet>
        </div>
      </div>
    </SignedInFrame>
  );
}

function Today({ book, isOwn }: { readonly book: PracticeBook; readonly isOwn: boolean }) {
  const planned = book.today.reduce((sum, { minutes }) => sum + minutes, 0);
  return (
    <>
      <h2 className="mt-4 mb-1 text-xl font-bold">
        Today{planned > 0 && `: ${planned} minute${planned === 1 ? '' : 's'}`}
      </h2>
      {book.today.length === 0 && (
        <p className="text-lg">
          {book.otherDays.length === 0
            ? 'Everything is learned. Play what you like best.'
            : 'Nothing is planned for today.'}
        </p>
      )}
      <ol className="divide-y divide-rule">
        {book.today.map((line) => {
          const isDone = line.doneMinutes >= line.minutes;
          const stop = sayLineStop(line);
          return (
            <li key={line.id} className="grid grid-cols-[1fr_auto] items-start gap-x-4 py-2">
              <div>
                <LineName
                  id={line.id}
                  isOwn={isOwn}
                  name={`${line.lineNumber} ${line.lineTitle}`}
                  className="min-h-11 font-serif text-2xl font-bold"
                />
                {line.now && (
                  <p className="text-lg">
                    {line.now.name}: {line.now.chunkName}, at {line.nextBpm}
                  </p>
                )}
                {stop !== undefined && <p className="text-base text-faint">{stop}</p>}
                {line.word !== '' && (
                  <p data-own-words className="mt-1 border-l-4 border-cool pl-2">
                    {line.word}
                  </p>
                )}
              </div>
              <p className="pt-2 text-right text-lg tabular-nums">
                {isDone && <Check aria-hidden className="mr-1 inline size-6 text-cool" />}
                <strong>{line.minutes} min</strong>
                {line.doneMinutes > 0 && (
                  <span className="block text-base">
                    {isDone ? 'done: ' : 'so far '}
                    {line.doneMinutes}
                  </span>
                )}
              </p>
            </li>
          );
        })}
      </ol>
      {isOwn && book.today.length > 0 && (
        <ButtonLink href="/reading" className="mt-3">
          <BookOpen aria-hidden className="size-5" /> And read for a minute
        </ButtonLink>
      )}
    </>
  );
}

interface LineNameProps {
  readonly id: string;
  readonly isOwn: boolean;
  readonly name: string;
  readonly className: string;
}

/** Leads the student to the stand, and the teacher to what was given out. */
function LineName({ id, isOwn, name, className }: LineNameProps) {
  return (
    <Link
      href={isOwn ? `/practice/${id}` : `/given/${id}`}
      className={`inline-flex items-center underline underline-offset-4 ${className}`}
    >
      {name}
    </Link>
  );
}
