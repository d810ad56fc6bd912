import type { Metadata } from 'next';
import { DrawingComes } from '@/app/_components/drawing-comes';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayOf } from '@/core/calendar';
import { banksOf } from '@/core/playback';
import { requireStudent } from '@/server/access/account/viewer';
import { getDrill } from '@/server/access/practice/drills';
import { Sheet } from '@/ui/page-frame';
import { Drill } from './drill';

export const metadata: Metadata = { title: 'Read for a minute' };

/** A minute of reading, away from the instrument: from the notes of the lines that were given out. */
export default async function ReadingPage() {
  const viewer = await requireStudent();
  const now = new Date();
  const { hasLines, isDrawn, ...drill } = await getDrill(viewer, dayOf(now), now.getTime());
  const sounding = drill.questions.flatMap(({ kind, music }) => (kind === 'heard' && music ? [music] : []));
  return (
    <SignedInFrame viewer={viewer}>
      <Sheet className="mx-auto max-w-2xl">
        <h1 className="mb-3 font-serif text-3xl font-bold">Read for a minute</h1>
        {!hasLines && <p>Your teacher has not given you a line yet.</p>}
        {hasLines && !isDrawn && <DrawingComes />}
        {drill.questions.length > 0 && <Drill {...drill} banks={[...new Set(sounding.flatMap(banksOf))]} />}
      </Sheet>
    </SignedInFrame>
  );
}
