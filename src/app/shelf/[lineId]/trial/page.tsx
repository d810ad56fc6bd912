import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { DrawingComes } from '@/app/_components/drawing-comes';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { requireTeacher } from '@/server/access/account/viewer';
import { getLine } from '@/server/access/shelf/shelf';
import { ButtonLink } from '@/ui/button';
import { Sheet } from '@/ui/page-frame';
import { Trial } from './trial';

export const metadata: Metadata = { title: 'Trial' };

/** A teacher hears the simulated student play a line, with chosen mistakes, and sees what the check makes of it. */
export default async function TrialPage({
  params,
}: {
  readonly params: Promise<{ readonly lineId: string }>;
}) {
  const viewer = await requireTeacher();
  const { id, number, title, shown } = await orNotFound(getLine(viewer, (await params).lineId));
  if (!shown) redirect(`/shelf/${id}/write`);
  const { line, engravings, vocabulary } = shown;
  return (
    <SignedInFrame viewer={viewer}>
      <Sheet>
        <div className="mb-3 flex flex-wrap items-baseline justify-between gap-x-6">
          <h1 className="font-serif text-3xl font-bold">
            {number} {title}
          </h1>
          <ButtonLink href={`/shelf/${id}`} weight="quiet">
            Back to the line
          </ButtonLink>
        </div>
        {engravings ? (
          <Trial line={line} engravings={engravings} vocabulary={vocabulary} />
        ) : (
          <DrawingComes />
        )}
      </Sheet>
    </SignedInFrame>
  );
}
