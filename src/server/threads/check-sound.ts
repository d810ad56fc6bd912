import { type Check, checkHeard, priorsOf } from '@/core/checking';
import type { Policy } from '@/core/judging';
import { type Heard, type HearingOptions, hear } from '@/core/listening';
import type { Line } from '@/core/notation';
import { type Alongside, echoAlongside } from '@/core/playback';
import { type Outline, outlineOf } from '@/core/review';
import type { Audio } from '@/core/signal';
import { readBank } from './read-bank';

/** A sound and everything by which it is heard and judged. */
export interface SoundToCheck {
  readonly audio: Audio;
  readonly line: Line;
  readonly askedBpm: number;
  readonly policy: Policy;
  /** What the device played meanwhile; null when nothing of it was heard. */
  readonly alongside: Alongside | null;
}

export interface CheckedSound extends Check {
  readonly outline: Outline;
}

/** From a sound to its verdict. @param hearing can be put in its place, by checks that begin with facts that are kept. */
export async function checkSound(
  { audio, line, askedBpm, policy, alongside }: SoundToCheck,
  hearing: (audio: Audio, options: HearingOptions) => Heard = hear,
): Promise<CheckedSound> {
  const echo =
    alongside && alongside.path.sampleRate === audio.sampleRate
      ? await echoAlongside(line, askedBpm, alongside, audio.samples.length, readBank)
      : undefined;
  const checked = checkHeard(line, hearing(audio, { echo, ...priorsOf(line) }), askedBpm, policy);
  return { ...checked, outline: outlineOf(checked.heard) };
}
