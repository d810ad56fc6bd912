'use client';
import { Check } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { useDeviceTakes } from '@/app/_components/device/device-takes';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

/** A step that cannot be heard, gone through to its end: the student says whether it went well. */
export function OwnWord({
  assignmentId,
  stageId,
}: {
  readonly assignmentId: string;
  readonly stageId: string;
}) {
  const router = useRouter();
  const { say, said, send } = useDeviceTakes();
  const [wordId, setWordId] = useState<string>();
  const word = said.find(({ id }) => id === wordId);
  const hasArrived = word !== undefined && word.problem === undefined;
  useEffect(() => {
    if (!hasArrived) return;
    router.replace(`/practice/${assignmentId}`);
    router.refresh();
  }, [hasArrived, router, assignmentId]);
  const waits = wordId !== undefined && word === undefined && send.kind !== 'sending';
  return (
    <>
      <Button
        weight="main"
        onClick={async () => setWordId(await say(assignmentId, stageId))}
        disabled={wordId !== undefined && word?.problem === undefined}
        className="min-h-16 px-8 text-xl"
      >
        <Check aria-hidden className="size-6" /> It went well
      </Button>
      {word?.problem && <Notice kind="problem">{word.problem}</Notice>}
      {waits && (
        <Notice kind="news">
          {send.kind === 'offline' ? 'You are offline.' : 'The school’s server does not answer.'} Your word is
          kept on this device and sent by itself.
        </Notice>
      )}
    </>
  );
}
