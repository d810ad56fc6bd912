import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { DrawingComes } from '@/app/_components/drawing-comes';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { ListenTo } from '@/app/_components/sound/listen';
import { goalTempo } from '@/core/study';
import { requireTeacher } from '@/server/access/account/viewer';
import { getStudy } from '@/server/access/shelf/study';
import { ButtonLink } from '@/ui/button';
import { StudySheet } from '@/ui/study/study-sheet';
import { StudyChoices } from './study-choices';

export const metadata: Metadata = { title: 'Look it over' };

interface StudyPageProps {
  readonly params: Promise<{ readonly lineId: string }>;
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

/** A line before it sounds, for its teacher; large enough to be shown to a class. */
export default async function StudyPage({ params, searchParams }: StudyPageProps) {
  const viewer = await requireTeacher();
  const [{ lineId }, query] = await Promise.all([params, searchParams]);
  const study = await orNotFound(getStudy(viewer, lineId, query));
  // A draft has nothing to study but the writing desk.
  if (!study) redirect(`/shelf/${lineId}/write`);
  const { facts, sheet } = study;
  return (
    <SignedInFrame viewer={viewer}>
      {sheet ? (
        <StudySheet
          {...sheet}
          heading={
            <div className="mb-2 flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
              <div>
                <h1 className="font-serif text-3xl font-bold">
                  {facts.number} {facts.title}
                </h1>
                <p className="text-faint">{sheet.line.part.name}</p>
              </div>
              <StudyChoices
                lineId={lineId}
                parts={study.parts.map(({ place, name }) => ({ place, name }))}
                place={study.place}
                classes={study.classes}
                classId={study.classId}
                school={study.counting.school}
              />
            </div>
          }
        >
          <div className="mt-3 flex flex-wrap gap-x-2 border-t-2 border-rule pt-3">
            <ListenTo line={sheet.line} bpm={goalTempo(sheet.line.part)} />
            <ButtonLink href={`/shelf/${lineId}?part=${study.place}`}>Give it out</ButtonLink>
            <ButtonLink
              href={`/shelf/print?line=${lineId}${study.place > 0 ? `:${study.place}` : ''}&pencil=yes`}
              weight="quiet"
            >
              Print as a practice sheet
            </ButtonLink>
          </div>
        </StudySheet>
      ) : (
        <DrawingComes />
      )}
    </SignedInFrame>
  );
}
