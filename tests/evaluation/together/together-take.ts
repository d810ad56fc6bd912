import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createRandom } from '@/core/base';
import type { Line } from '@/core/notation';
import type { Audio } from '@/core/signal';
import { type Condition, leadOf, record } from '../rooms';
import { keptRecording } from '../sounds';
import { amid, type Surroundings } from '../surroundings';
import { composeGroove } from './groove-tunes';
import { composeForHands, HAND_PLAYERS } from './hand-tunes';
import { KIT_MAKERS, type KitMaker, renderKit } from './kit-sounds';
import { mistakeFor, performTogether } from './perform-together';
import { HAND_MAKERS, type HandMaker, renderHands } from './together-sounds';
import type { TogetherTruth } from './together-truth';

export type Ensemble = 'hands' | 'kit';

/** A take of a line of several voices with everything that is known about it. */
export interface TogetherTake {
  readonly seed: number;
  readonly of: Ensemble;
  readonly player: string;
  readonly maker: string;
  readonly around: Surroundings;
  readonly condition: Condition;
  readonly line: Line;
  readonly bpm: number;
  readonly truth: TogetherTruth;
  readonly audio: Audio;
  /** How much later the file begins to count than the truth. */
  readonly leadSeconds: number;
}

/** What takes are made from: when it changes, they are made again. */
const SOURCES: Readonly<Record<Ensemble, string>> = {
  hands: sourceOf('hand-tunes', 'together-sounds'),
  kit: sourceOf('groove-tunes', 'kit-sounds'),
};

function sourceOf(...files: readonly string[]): string {
  const texts = [...files, 'perform-together', 'together-take'].map((file) =>
    readFileSync(join('tests/evaluation/together', `${file}.ts`), 'utf8'),
  );
  return createHash('sha256').update(texts.join('')).digest('hex').slice(0, 8);
}

const CONDITIONS: readonly Condition[] = [
  'plain',
  'plain',
  'room',
  'room',
  '16 kHz',
  '48 kHz',
  'opus',
  'telephone',
];
const KIT_CONDITIONS: readonly Condition[] = ['plain', 'plain', 'room', 'room', '48 kHz', 'opus', 'clipped'];
const AROUND: readonly Surroundings[] = [
  'nothing',
  'nothing',
  'nothing',
  'foot',
  'talk',
  'television',
  'chair and cough',
  'fan',
];
const AROUND_KIT: readonly Surroundings[] = ['nothing', 'nothing', 'nothing', 'talk', 'television', 'fan'];

/** Who plays what, and how it is recorded; makes nothing yet. */
export function planTogether(of: Ensemble, seed: number) {
  const random = createRandom(94_007 + seed);
  const maker: HandMaker | KitMaker = of === 'hands' ? random.pick(HAND_MAKERS) : random.pick(KIT_MAKERS);
  const condition = random.pick(of === 'hands' ? CONDITIONS : KIT_CONDITIONS);
  const around = random.pick(of === 'hands' ? AROUND : AROUND_KIT);
  return { seed, of, maker, condition, around, mistake: mistakeFor(seed, of === 'kit') };
}

/** Makes a take; equal seeds give equal takes. */
export function makeTogether(of: Ensemble, seed: number): TogetherTake {
  const { maker, condition, around, mistake } = planTogether(of, seed);
  const player = HAND_PLAYERS[Math.floor(seed / 2) % HAND_PLAYERS.length]!;
  const { line, bpm } = of === 'hands' ? composeForHands(seed, player) : composeGroove(seed);
  const truth = performTogether(line, bpm, mistake, seed);
  const audio = keptRecording(`${of}-${SOURCES[of]}-${seed}`, () => {
    const dry =
      of === 'hands'
        ? renderHands(truth.sounds, player, maker as HandMaker, truth.durationSeconds)
        : renderKit(truth.sounds, maker as KitMaker, truth.durationSeconds, seed);
    return record(amid(dry, around, truth.clickSeconds, seed), condition, truth.clickSeconds, seed);
  });
  return {
    seed,
    of,
    player: of === 'hands' ? player.name : 'drum kit',
    maker,
    around,
    condition,
    line,
    bpm,
    truth,
    audio,
    leadSeconds: leadOf(condition),
  };
}
