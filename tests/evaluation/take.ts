import { createRandom, type Random } from '@/core/base';
import { maybeInstrumentNamed } from '@/core/instruments';
import type { Line } from '@/core/notation';
import type { Audio } from '@/core/signal';
import { type Habit, habitsOf, withHabit } from './habits';
import { FURTHER_RECIPES, STRICT_RECIPES, usualRecipe } from './mistakes';
import { maybeNatureOf } from './natures';
import { type Performed, performTake } from './performance';
import { PLAYERS, type Player } from './players';
import { CONDITIONS, type Condition, FURTHER_CONDITIONS, leadOf, record } from './rooms';
import { keptRecording, type Maker, renderTones, SOUND_FONTS, type SoundFont } from './sounds';
import { amid, SURROUNDINGS, type Surroundings } from './surroundings';
import type { ErrorKind, Truth } from './take-truth';
import { composeTune, lineFor, type Tune } from './tunes';

export const TUNE_COUNT = 36;

/** One take of the evaluation with everything that is known about it. */
export interface EvaluationTake {
  readonly seed: number;
  readonly player: Player;
  readonly font: Maker;
  readonly habit: Habit;
  readonly condition: Condition;
  readonly around: Surroundings;
  readonly tune: Tune;
  readonly line: Line;
  readonly performed: Performed;
  readonly truth: Truth;
  readonly audio: Audio;
  /** How much later the file begins to count than the truth. */
  readonly leadSeconds: number;
}

/** What a take is of: all but how it sounds. */
export interface TakePlan {
  readonly seed: number;
  readonly player: Player;
  readonly font: Maker;
  readonly habit: Habit;
  readonly condition: Condition;
  readonly tune: Tune;
  readonly line: Line;
  readonly playingSeed: number;
  readonly recipe: readonly ErrorKind[];
  readonly around: Surroundings;
}

/** Equal seeds give equal plans; players come in turn, everything else by chance. */
export function planTake(seed: number): TakePlan {
  const plan = choose(seed, PLAYERS[seed % PLAYERS.length]!, createRandom(seed));
  return { ...plan, recipe: usualRecipe(plan.playingSeed) };
}

/** Everything but what goes wrong. */
function choose(seed: number, player: Player, random: Random): Omit<TakePlan, 'recipe'> {
  const fonts = Object.keys(SOUND_FONTS) as SoundFont[];
  const font = random.pick(fonts.filter((name) => !player.brokenIn?.includes(name)));
  const condition = random.pick(CONDITIONS);
  const tune = composeTune(1 + random.integer(0, TUNE_COUNT));
  const line = lineFor(tune, player);
  const playingSeed = random.integer(0, 1_000_000);
  return { seed, player, font, condition, tune, line, playingSeed, around: 'nothing', habit: 'plain' };
}

/** How takes among other sounds are recorded: where the microphone bends nothing. */
const CONDITIONS_IN_ROOMS: readonly Condition[] = ['plain', 'room', '16 kHz', '48 kHz'];

/** A take in a room where something else sounds; every other one is without a mistake. */
export function planRoomTake(seed: number): TakePlan {
  const plan = planTake(seed);
  const random = createRandom(300_007 + seed);
  return {
    ...plan,
    line: forInstrument(plan.line, plan.player),
    condition: random.pick(CONDITIONS_IN_ROOMS),
    recipe: seed % 2 === 0 ? [] : plan.recipe,
    // Who speaks the line does not count along with it.
    around: random.pick(
      SURROUNDINGS.filter((around) => around !== 'counting along' || plan.player.voice.kind !== 'speech'),
    ),
  };
}

/** Recorders as families have them; what bends a sound comes as often as what does not. */
const CONDITIONS_OF_WORLD: readonly Condition[] = [
  ...CONDITIONS_IN_ROOMS,
  ...FURTHER_CONDITIONS,
  'clipped',
  'quiet',
];

/**
 * A take out of the world: half of them of sounds of another nature, in half of them something else sounds, by players with habits,
 * through all kinds of recorders; every other one is without a mistake.
 */
export function planWorldTake(seed: number): TakePlan {
  const plan = planRoomTake(seed);
  const random = createRandom(400_009 + seed);
  const nature = random.uniform(0, 1) < 0.6 ? maybeNatureOf(plan.player, random) : undefined;
  const isFurther = random.uniform(0, 1) < 0.5;
  return {
    ...plan,
    font: nature ?? plan.font,
    habit: random.pick(habitsOf(plan.player)),
    condition: random.pick(CONDITIONS_OF_WORLD),
    around: random.uniform(0, 1) < 0.5 ? 'nothing' : plan.around,
    recipe: plan.recipe.length > 0 && isFurther ? random.pick(FURTHER_RECIPES) : plan.recipe,
  };
}

/** A take with one mistake that a good teacher never lets pass, in a tune and by a player where it can be made. */
export function planStrictTake(seed: number): TakePlan {
  const random = createRandom(seed);
  const recipe = STRICT_RECIPES[seed % STRICT_RECIPES.length]!;
  for (;;) {
    const chosen = choose(seed, random.pick(PLAYERS), random);
    const plan = { ...chosen, line: forInstrument(chosen.line, chosen.player), recipe };
    if (performPlan(plan).truth.errors.length === recipe.length) return plan;
  }
}

/** A line says whom it is for: a voice may sing in its own octave, and no flute sounds below its lowest note. */
function forInstrument(line: Line, { name }: Player): Line {
  const instrument = maybeInstrumentNamed(name)?.id;
  return instrument ? { ...line, part: { ...line.part, instrument } } : line;
}

export function performPlan({ line, tune, player, playingSeed, recipe }: TakePlan): Performed {
  return performTake(line, tune, player, playingSeed, recipe);
}

/** Makes a take. Equal plans give equal takes. @param name under which the recording is kept. */
export function makeTake(plan: TakePlan, name = `take-${plan.seed}`): EvaluationTake {
  const { player, font, condition, tune, line, seed, habit } = plan;
  const performed = performPlan(plan);
  const audio = keptRecording(name, () => {
    const tones = withHabit(performed.tones, habit, seed);
    const dry = renderTones(tones, player, font, performed.durationSeconds);
    return record(
      amid(dry, plan.around, performed.clickSeconds, seed),
      condition,
      performed.clickSeconds,
      seed,
    );
  });
  return {
    ...{ seed, player, font, habit, condition, around: plan.around, tune, line },
    ...{ performed, truth: performed.truth, audio, leadSeconds: leadOf(condition) },
  };
}
