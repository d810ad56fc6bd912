import type { Metadata } from 'next';
import { dayOf } from '@/app/_components/day';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { moveByMarks } from '@/core/tempo';
import { beatUnit } from '@/core/time';
import { listClasses } from '@/server/access/classes';
import { getLine } from '@/server/access/shelf';
import { requireTeacher } from '@/server/access/viewer';
import { ButtonLink } from '@/ui/button';
import { MetronomeMark } from '@/ui/metronome-mark';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { AssignForm } from './assign-form';
import { ShownLine } from './shown-line';

export const metadata: Metadata = { title: 'Line' };

/** A first climb begins about three quarters of the way down from the printed tempo: seven marks. */
const MARKS_BELOW_GOAL = 7;
const USUAL_GOAL_BPM = 72;
const USUAL_DAYS = 7;

interface LinePageProps {
  readonly params: Promise<{ readonly lineId: string }>;
}

export default async function LinePage({ params }: LinePageProps) {
  const viewer = await requireTeacher();
  const [line, classes] = await Promise.all([
    orNotFound(getLine(viewer, (await params).lineId)),
    listClasses(viewer),
  ]);
  const { part } = line.line;
  const unit = beatUnit(part.measures[0]!.meter).name;
  const goal = part.tempo ? moveByMarks(part.tempo.bpm, 0) : USUAL_GOAL_BPM;
  const now = Date.now();
  return (
    <SignedInFrame viewer={viewer}>
      <div className="grid items-start gap-5 lg:grid-cols-[1fr_300px]">
        <Sheet>
          <div className="mb-4 flex flex-wrap items-baseline justify-between gap-x-6">
            <h1 className="font-serif text-3xl font-bold">
              {line.number} {line.title}
            </h1>
            <p className="flex gap-4 text-faint">
              {part.name}
              {part.tempo && <MetronomeMark unit={unit} bpm={part.tempo.bpm} />}
            </p>
          </div>
          {line.engravings ? (
            <>
              <ShownLine engravings={line.engravings} />
              <ButtonLink href={`/shelf/${line.id}/trial`} weight="quiet" className="mt-3">
                Hear the simulated student play it
              </ButtonLink>
            </>
          ) : (
            <Notice kind="news">The line is still being drawn. Reload the page in a moment.</Notice>
          )}
        </Sheet>
        <Sheet>
          <h2 className="mb-3 text-xl font-bold">Give it out</h2>
          {classes.length > 0 ? (
            <AssignForm
              lineId={line.id}
              classes={classes.map(({ id, name }) => ({ id, name }))}
              startBpm={moveByMarks(goal, -MARKS_BELOW_GOAL)}
              goalBpm={goal}
              dueOn={dayOf(new Date(now + USUAL_DAYS * 86_400_000))}
              today={dayOf(new Date(now))}
            />
          ) : (
            <ButtonLink href="/classes" weight="main">
              Make a class first
            </ButtonLink>
          )}
        </Sheet>
      </div>
    </SignedInFrame>
  );
}
