import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { DrawingComes } from '@/app/_components/drawing-comes';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { measuresOutOfRange } from '@/core/arranging';
import { dayAfter, dayOf } from '@/core/calendar';
import { levelOf, maybeInstrument } from '@/core/instruments';
import { printedTempo } from '@/core/notation';
import { proposedClimb } from '@/core/study';
import { sayMeasures } from '@/core/time';
import { requireTeacher } from '@/server/access/account/viewer';
import { getReadings } from '@/server/access/practice/giving-out';
import { listPlansToChoose } from '@/server/access/practice/plans';
import { sayDay } from '@/server/access/school/dates';
import { listLoads } from '@/server/access/school/load';
import { maybeOwnModel } from '@/server/access/shelf/own-model';
import { getLine, listShelf } from '@/server/access/shelf/shelf';
import { ButtonLink } from '@/ui/button';
import { Link } from '@/ui/link';
import { MetronomeMark } from '@/ui/metronome-mark';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { Progress } from '@/ui/progress';
import { AssignForm } from './assign-form';
import { FactsForm } from './facts-form';
import { OwnModel } from './own-model';
import { ShownLine } from './shown-line';
import { NotOnStand, StandingComes } from './standing';

export const metadata: Metadata = { title: 'Line' };

const USUAL_DAYS = 7;

interface LinePageProps {
  readonly params: Promise<{ readonly lineId: string }>;
  readonly searchParams: Promise<{ readonly part?: string }>;
}

export default async function LinePage({ params, searchParams }: LinePageProps) {
  const viewer = await requireTeacher();
  const [{ lineId }, { part: asked }] = await Promise.all([params, searchParams]);
  const today = dayOf(new Date());
  const [line, classes, plans] = await Promise.all([
    orNotFound(getLine(viewer, lineId, Number(asked) || 0)),
    listLoads(viewer, today),
    listPlansToChoose(viewer),
  ]);
  const shelf = await listShelf(viewer, { book: line.bookId });
  const { isAwaited, problem, drawings } = line.standing;
  if (isAwaited || (problem && !line.shown))
    return (
      <SignedInFrame viewer={viewer}>
        <Sheet>
          <h1 className="mb-3 font-serif text-3xl font-bold">
            {line.number} {line.title}
          </h1>
          {problem ? <NotOnStand lineId={line.id} problem={problem} /> : <StandingComes />}
        </Sheet>
      </SignedInFrame>
    );
  // A draft has nothing to show but the writing desk.
  if (!line.shown) redirect(`/shelf/${line.id}/write`);
  const { part } = line.shown.line;
  const player = maybeInstrument(part.instrument);
  const level = levelOf(line.level);
  const tooHard = player ? measuresOutOfRange(part, player, level) : [];
  const readings = await getReadings(
    viewer,
    line.id,
    classes.flatMap(({ students }) => students.map(({ instrument }) => instrument)),
  );
  const own = await maybeOwnModel(viewer, line.id, line.shown.place);
  const printed = part.tempo && printedTempo(part.tempo, part.measures[0]!.meter);
  return (
    <SignedInFrame viewer={viewer}>
      <div className="grid items-start gap-5 lg:grid-cols-[1fr_300px]">
        <Sheet>
          {problem && <NotOnStand lineId={line.id} problem={problem} />}
          <div className="mb-2 flex flex-wrap items-baseline justify-between gap-x-6">
            <h1 className="font-serif text-3xl font-bold">
              {line.number} {line.title}
            </h1>
            <p className="flex gap-4 text-faint">
              {line.bookTitle}
              {line.page !== null && `, page ${line.page}`}
              {printed && <MetronomeMark {...printed} />}
            </p>
          </div>
          {line.parts.length > 1 && <PartTabs lineId={line.id} parts={line.parts} shown={line.shown.place} />}
          {line.shown.engravings ? (
            <ShownLine
              line={line.shown.line}
              engravings={line.shown.engravings}
              bpm={proposedClimb(part, level).goalBpm}
            />
          ) : (
            <DrawingComes>
              {drawings.done < drawings.of && <Progress name="Drawings" {...drawings} />}
            </DrawingComes>
          )}
          <div className="mt-3 flex flex-wrap gap-x-2 border-t-2 border-rule pt-3">
            <ButtonLink href={`/shelf/${line.id}/study?part=${line.shown.place}`}>Look it over</ButtonLink>
            <ButtonLink href={`/shelf/${line.id}/together?part=${line.shown.place}`}>Together</ButtonLink>
            {line.isEdited && (
              <ButtonLink href={`/shelf/${line.id}/write`} weight="quiet">
                Change it
              </ButtonLink>
            )}
            <ButtonLink
              href={`/shelf/print?line=${line.id}${line.shown.place > 0 ? `:${line.shown.place}` : ''}`}
              weight="quiet"
            >
              Print
            </ButtonLink>
            <a href={`/api/lines/${line.id}/file?format=musicxml`} download className={FILE_LINK}>
              MusicXML file
            </a>
            <a href={`/api/lines/${line.id}/file?format=mid`} download className={FILE_LINK}>
              MIDI file
            </a>
            <ButtonLink href={`/shelf/${line.id}/trial`} weight="quiet">
              Hear the simulated student play it
            </ButtonLink>
          </div>
        </Sheet>
        <div className="space-y-5">
          <Sheet>
            <h2 className="mb-3 text-xl font-bold">Give it out</h2>
            {player && tooHard.length > 0 && (
              <div className="mb-3">
                <Notice kind="news">
                  {player.name}: notes beyond level {level} in {sayMeasures(tooHard, line.shown.vocabulary)}.
                </Notice>
              </div>
            )}
            {classes.length > 0 ? (
              <AssignForm
                lineId={line.id}
                line={line.shown.line}
                lead={line.parts[0]!.name}
                classes={classes}
                readings={readings}
                level={level}
                plans={plans}
                otherLines={shelf.lines
                  .filter((other) => other.contentHash && other.id !== line.id)
                  .map(({ id, number, title }) => ({ id, label: `${number} ${title}` }))}
                {...proposedClimb(part, level)}
                dueOn={dayAfter(today, USUAL_DAYS)}
                today={today}
              />
            ) : (
              <ButtonLink href="/classes" weight="main">
                Make a class first
              </ButtonLink>
            )}
          </Sheet>
          {line.isEdited && (
            <Sheet>
              <h2 className="mb-3 text-xl font-bold">As you play it</h2>
              <OwnModel
                key={line.shown.place}
                lineId={line.id}
                place={line.shown.place}
                model={
                  own && {
                    by: `${own.teacherName}, ${sayDay(dayOf(own.recordedAt), today)}`,
                    version: own.recordedAt.getTime(),
                  }
                }
              />
            </Sheet>
          )}
          {line.isEdited && (
            <Sheet>
              <h2 className="mb-3 text-xl font-bold">Its place in the book</h2>
              <FactsForm
                lineId={line.id}
                facts={{
                  number: line.number,
                  page: line.page,
                  level: line.level,
                  token: line.token,
                  bookId: line.bookId,
                }}
                books={shelf.books.filter((book) => book.isEdited)}
                isOwner={line.ownerId === viewer.userId}
              />
            </Sheet>
          )}
        </div>
      </div>
    </SignedInFrame>
  );
}

const FILE_LINK =
  'inline-flex min-h-12 items-center rounded-md px-5 font-bold text-cool underline decoration-2 underline-offset-4 hover:bg-cool-wash';

interface PartTabsProps {
  readonly lineId: string;
  readonly parts: readonly { readonly place: number; readonly name: string }[];
  readonly shown: number;
}

/** The parts of a line; the one that is looked at is underlined twice. */
function PartTabs({ lineId, parts, shown }: PartTabsProps) {
  return (
    <nav aria-label="Parts" className="mb-2 flex flex-wrap gap-1">
      {parts.map(({ place, name }) => (
        <Link
          key={place}
          href={`/shelf/${lineId}?part=${place}`}
          aria-current={place === shown ? 'page' : undefined}
          className={`inline-flex min-h-11 items-center rounded-md px-3 hover:bg-cool-wash ${place === shown ? 'font-bold underline decoration-double underline-offset-4' : ''}`}
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}
