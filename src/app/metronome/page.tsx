import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { requireViewer } from '@/server/access/account/viewer';
import { Sheet } from '@/ui/page-frame';
import { MetronomePanel } from './metronome-panel';

export const metadata: Metadata = { title: 'Metronome' };

export default async function MetronomePage() {
  const viewer = await requireViewer();
  return (
    <SignedInFrame viewer={viewer}>
      <Sheet className="mx-auto max-w-4xl">
        <h1 className="mb-3 font-serif text-3xl font-bold">Metronome</h1>
        <MetronomePanel />
      </Sheet>
    </SignedInFrame>
  );
}
