import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { requireTeacher } from '@/server/access/account/viewer';
import { openLine } from '@/server/access/shelf/writing';
import { Sheet } from '@/ui/page-frame';
import { IntoBinForm } from '../facts-form';
import { WritingDesk } from './writing-desk';

export const metadata: Metadata = { title: 'Writing desk' };

export default async function WritePage({
  params,
}: {
  readonly params: Promise<{ readonly lineId: string }>;
}) {
  const viewer = await requireTeacher();
  const line = await orNotFound(openLine(viewer, (await params).lineId));
  return (
    <SignedInFrame viewer={viewer}>
      <WritingDesk
        lineId={line.id}
        number={line.number}
        document={line.document}
        revision={line.revision}
        isOnStand={line.contentHash !== null}
        vocabulary={line.vocabulary}
      />
      {line.ownerId === viewer.userId && line.contentHash === null && (
        <Sheet className="mt-5 max-w-md">
          <h2 className="text-xl font-bold">A draft that is not wanted</h2>
          <IntoBinForm lineId={line.id} />
        </Sheet>
      )}
    </SignedInFrame>
  );
}
