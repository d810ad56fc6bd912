import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Audio } from '@/core/signal';
import { withWavFile } from '../support/wav-file';
import type { PitchFrame } from './transcribers';

/** Lowest and highest pitch of what is played in the evaluation, in hertz: a contrabass's E, a piccolo's top. */
const [FLOOR_HERTZ, CEILING_HERTZ] = [40, 2500];

// Everything but the range as the program comes. An unvoiced frame is printed as "--undefined--".
const SCRIPT = `form Track
  sentence Path
endform
sound = Read from file: path$
pitch = To Pitch (ac): 0.01, ${FLOOR_HERTZ}, 15, "no", 0.03, 0.45, 0.01, 0.35, 0.14, ${CEILING_HERTZ}
frames = Get number of frames
for frame to frames
  seconds = Get time from frame number: frame
  hertz = Get value in frame: frame, "Hertz"
  appendInfoLine: seconds, " ", hertz
endfor
`;

/**
 * `praat` (Debian), its tracker by autocorrelation: P. Boersma, "Accurate short-term analysis of the fundamental frequency and the
 * harmonics-to-noise ratio of a sampled sound", 1993.
 */
export function praatFrames(audio: Audio): readonly PitchFrame[] {
  const printed = withWavFile(audio, (path) => {
    const script = join(path, '..', 'track.praat');
    writeFileSync(script, SCRIPT);
    return execFileSync('praat', ['--run', script, path], { encoding: 'utf8', maxBuffer: 1 << 26 });
  });
  return printed
    .trim()
    .split('\n')
    .map((row) => row.split(' ').map(Number))
    .map(([seconds, hertz]) => ({ seconds: seconds!, hertz: Number.isNaN(hertz!) ? undefined : hertz }));
}
