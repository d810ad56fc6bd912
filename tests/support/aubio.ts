import { execFileSync } from 'node:child_process';
import type { Audio } from '@/core/signal';
import type { TranscribedNote } from '../evaluation/note-matching';
import { withWavFile } from './wav-file';

/** `aubionotes` (Debian) as it comes: complex-domain onsets, YIN by FFT. */
export function aubioNotes(audio: Audio): readonly TranscribedNote[] {
  const printed = withWavFile(audio, (path) =>
    execFileSync('aubionotes', ['-i', path, '-s', '-60'], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    }),
  );
  return printed
    .split('\n')
    .map((row) => row.trim().split(/\s+/).map(Number))
    .filter((row) => row.length === 3)
    .map(([midi, onset, end]) => ({ midi: midi!, onsetSeconds: onset!, endSeconds: end! }));
}
