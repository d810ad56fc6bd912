'use client';
import { Check } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { Button } from '@/ui/button';
import { useStoredAtOnce } from '@/ui/form';
import { sayDone } from './actions';

/** A step that cannot be heard, gone through to its end: the student says whether it went well. */
export function OwnWord({
  assignmentId,
  stageId,
}: {
  readonly assignmentId: string;
  readonly stageId: string;
}) {
  const router = useRouter();
  const { outcome, store } = useStoredAtOnce(sayDone);
  const say = async () => {
    const { issues } = await store(assignmentId, stageId);
    if (issues) return;
    router.replace(`/practice/${assignmentId}`);
    router.refresh();
  };
  return (
    <>
      <Button weight="main" onClick={() => void say()} className="min-h-16 px-8 text-xl">
        <Check aria-hidden className="size-6" /> It went well
      </Button>
      {outcome}
    </>
  );
}
