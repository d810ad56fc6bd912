'use client';
import { type RefObject, useImperativeHandle, useState } from 'react';
import type { Line } from '@/core/notation';
import { midiToSpelling, pitchName } from '@/core/pitch';

export interface HeardNoteHandle {
  show(midi: number | undefined): void;
}

/** The note that sounds at the moment, as the player reads it. No judgement. */
export function HeardNote({
  line,
  handle,
}: {
  readonly line: Line;
  readonly handle: RefObject<HeardNoteHandle | null>;
}) {
  const [name, setName] = useState('');
  useImperativeHandle(handle, () => ({
    show(midi) {
      const { transpositionSemitones, measures } = line.part;
      setName(
        midi === undefined
          ? ''
          : pitchName(midiToSpelling(Math.round(midi) - transpositionSemitones, measures[0]!.keyFifths)),
      );
    },
  }));
  return (
    <span className="inline-flex min-h-11 items-center gap-2" data-testid="heard-note">
      I hear
      <span className="inline-grid h-10 min-w-12 place-items-center border-2 border-ink px-2 text-xl font-bold">
        {name === '' ? '–' : name}
      </span>
    </span>
  );
}
