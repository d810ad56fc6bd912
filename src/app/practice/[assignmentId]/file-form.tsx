'use client';
import { type ChangeEvent, useState } from 'react';
import { useDeviceTakes } from '@/app/_components/device/device-takes';
import type { TakeFacts } from '@/browser/take-session';
import { Notice } from '@/ui/notice';

/** As the server wants it. */
const MOST_BYTES = 30_000_000;

interface FileFormProps {
  readonly facts: TakeFacts;
  readonly bpm: number;
  readonly onSent: (takeId: string) => void;
}

/** A recording that was made elsewhere. */
export function FileForm({ facts, bpm, onSent }: FileFormProps) {
  const { store, handIn } = useDeviceTakes();
  const [problem, setProblem] = useState<string>();
  const bring = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const file = target.files?.[0];
    if (!file || !store) return;
    if (file.size > MOST_BYTES || file.size === 0) {
      setProblem(
        file.size === 0
          ? 'This file is empty. Choose another one.'
          : 'This file is larger than 30 MB. Record one line at a time.',
      );
      return;
    }
    setProblem(undefined);
    const id = crypto.randomUUID();
    const take = {
      ...facts,
      id,
      askedBpm: bpm,
      source: 'file',
      recordedAtMs: Date.now(),
      state: 'waiting',
      alongside: undefined,
      selfRating: undefined,
      sampleRate: 0,
    } as const;
    await store.keep(take, await file.arrayBuffer());
    onSent(id);
    await handIn(id);
  };
  return (
    <details className="text-base">
      <summary className="min-h-11 cursor-pointer py-2.5 text-faint">I have a recording already</summary>
      <label className="mt-2 block font-bold">
        Bring in a sound file
        <input
          type="file"
          accept=".wav,.mp3,.m4a,.webm,.ogg,.flac,audio/*"
          onChange={(event) => void bring(event)}
          disabled={!store}
          className="mt-1 block font-normal"
        />
      </label>
      {problem && <Notice kind="problem">{problem}</Notice>}
    </details>
  );
}
