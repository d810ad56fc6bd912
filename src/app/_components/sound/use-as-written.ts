'use client';
import type { Mixer } from '@/browser/mixer';
import { modelAlone } from '@/browser/model-alone';
import type { Line } from '@/core/notation';
import { lineOfLoop } from '@/core/practice';
import type { AsWritten } from '@/ui/music/checked-line';
import { usePlayback } from './use-playback';

/** Single measures of a line as they are written, to be heard beside a take of them. @param bpm of the take. */
export function useAsWritten(
  line: Line,
  bpm: number,
  getMixer: () => Mixer,
): AsWritten & { readonly problem: string | undefined } {
  const { play, stop, problem } = usePlayback(getMixer, () => undefined);
  const hear = (printedIndex: number) => {
    const range = { fromIndex: printedIndex, toIndex: printedIndex + 1, withNoteBefore: false };
    void play(modelAlone(lineOfLoop(line, range).line, bpm));
  };
  return { hear, stop, problem };
}
