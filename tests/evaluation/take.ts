import { createRandom } from '@/core/base';
import type { Line } from '@/core/notation';
import type { Audio } from '@/core/signal';
import { type Performed, performTake } from './performance';
import { PLAYERS, type Player } from './players';
import { CONDITIONS, type Condition, leadOf, record } from './rooms';
import { keptRecording, renderTones, SOUND_FONTS, type SoundFont } from './sounds';
import type { Truth } from './take-truth';
import { composeTune, lineFor, type Tune } from './tunes';

export const TUNE_COUNT = 36;

/** One take of the evaluation with everything that is known about it. */
export interface EvaluationTake {
  readonly seed: number;
  readonly player: Player;
  readonly font: SoundFont;
  readonly condition: Condition;
  readonly tune: Tune;
  readonly line: Line;
  readonly performed: Performed;
  readonly truth: Truth;
  readonly audio: Audio;
  /** How much later the file begins to count than the truth. */
  readonly leadSeconds: number;
}

/** What a take is of: all but how it sounds. Equal seeds give equal plans; players come in turn, everything else by chance. */
export function planTake(seed: number) {
  const random = createRandom(seed);
  const player = PLAYERS[seed % PLAYERS.length]!;
  const fonts = Object.keys(SOUND_FONTS) as SoundFont[];
  const font = random.pick(fonts.filter((name) => !player.brokenIn?.includes(name)));
  const condition = random.pick(CONDITIONS);
  const tune = composeTune(1 + random.integer(0, TUNE_COUNT));
  const line = lineFor(tune, player);
  return { seed, player, font, condition, tune, line, playingSeed: random.integer(0, 1_000_000) };
}

/** Makes a take. Equal seeds give equal takes. */
export function makeTake(seed: number): EvaluationTake {
  const { playingSeed, ...plan } = planTake(seed);
  const { player, font, condition, tune, line } = plan;
  const performed = performTake(line, tune, player, playingSeed);
  const audio = keptRecording(`take-${seed}`, () => {
    const dry = renderTones(performed.tones, player, font, performed.durationSeconds);
    return record(dry, condition, performed.clickSeconds, seed);
  });
  return { ...plan, performed, truth: performed.truth, audio, leadSeconds: leadOf(condition) };
}
