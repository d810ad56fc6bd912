import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Audio, writeWav } from '@/core/signal';
import type { TranscribedNote } from '../evaluation/note-matching';

/** `aubionotes` (Debian) as it comes: complex-domain onsets, YIN by FFT. */
export function aubioNotes(audio: Audio): readonly TranscribedNote[] {
  const folder = mkdtempSync(join(tmpdir(), 'mevlo-aubio-'));
  try {
    const path = join(folder, 'take.wav');
    writeFileSync(path, writeWav(audio));
    const printed = execFileSync('aubionotes', ['-i', path, '-s', '-60'], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    });
    return printed
      .split('\n')
      .map((row) => row.trim().split(/\s+/).map(Number))
      .filter((row) => row.length === 3)
      .map(([midi, onset, end]) => ({ midi: midi!, onsetSeconds: onset!, endSeconds: end! }));
  } finally {
    rmSync(folder, { recursive: true });
  }
}
