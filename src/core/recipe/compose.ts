import { createRandom, failure, type Random, type Result, success } from '../base';
import { instrument, type Level } from '../instruments';
import {
  type Line,
  type LineEvent,
  type Measure,
  newMeasure,
  newNote,
  newRest,
  type Part,
  type Voice,
  type WrittenPitch,
} from '../notation';
import { type Spelling, tonalityName } from '../pitch';
import { difficultiesOf } from '../study';
import { beatUnit, valueOfCode } from '../time';
import { melodyFor, tonesOf } from './melody';
import { type Frame, framesOf, rhythmCode } from './phrases';
import type { Recipe } from './recipe';
import { meterOf, type Rhythm, rhythmsOf } from './rhythms';
import { withSigns } from './signs';

/** How hard a measure of a level may be, by the weights of the look-over: 1 is a thing to mention, 3 a thing to drill. */
export const MOST_DIFFICULTY: Readonly<Record<Level, number>> = { 1: 2, 2: 3, 3: 5 };
/** So many lines are made before a recipe is given up. */
const MOST_TRIES = 60;
/** A melody of fewer notes is none. */
const FEWEST_TONES = 3;

/**
 * Makes a line to a recipe: the same for the same seed, another one for any other. Pure.
 * @returns the line, or what in the recipe cannot be: values that fill no measure, a range without the tonic.
 * @example compose({ ...recipe, meter: '3/4', values: ['quarter', 'half.'] }, 7)
 */
export function compose(recipe: Recipe, seed: number): Result<Line> {
  const rhythms = rhythmsOf(recipe);
  if (rhythms.length === 0)
    return failure({
      code: 'values',
      where: 'values',
      message: `These values fill no measure of ${recipe.meter}: add the ${recipe.meter === '6/8' ? 'dotted quarter' : 'quarter'} note.`,
    });
  const player = instrument(recipe.instrument);
  const isPitched = player.clef !== 'percussion';
  const tones = isPitched ? tonesOf(recipe) : [];
  if (isPitched && (tones.length < FEWEST_TONES || !tones.some(({ degree }) => degree === 0)))
    return failure({
      code: 'range',
      where: 'range',
      message: `There are too few notes for a tune, or ${tonalityName({ fifths: recipe.keyFifths, mode: recipe.mode }).split(' ')[0]}, the note it ends on, is not among them: choose another key, level or range.`,
    });
  for (let attempt = 0; attempt < MOST_TRIES; attempt++) {
    const random = createRandom(seed * MOST_TRIES + attempt);
    const frames = framesOf(recipe, rhythms, random);
    const spellings = isPitched ? melodyFor(recipe, frames, tones, random) : undefined;
    if (isPitched && !spellings) continue;
    const line = lineOf(recipe, frames, rhythms, spellings, random);
    if (isWithinLevel(line, recipe)) return success(line);
  }
  return failure({
    code: 'too-narrow',
    message:
      'No line that can be sung came of this: allow a larger leap, more notes, other values, or a higher level.',
  });
}

/** Whether no measure is harder than its level allows, as the look-over has it. */
export function isWithinLevel({ part }: Line, { instrument: id, level, bpm }: Recipe): boolean {
  const player = { instrument: instrument(id), level, goalBpm: bpm, known: undefined };
  return difficultiesOf(part, player, 'us').difficulties.every(
    (difficulty) => difficulty <= MOST_DIFFICULTY[level],
  );
}

function lineOf(
  recipe: Recipe,
  frames: readonly Frame[],
  rhythms: readonly Rhythm[],
  spellings: readonly Spelling[] | undefined,
  random: Random,
): Line {
  const { keyFifths, mode, bpm, voices } = recipe;
  const player = instrument(recipe.instrument);
  const inForce = { meter: meterOf(recipe.meter), keyFifths: spellings ? keyFifths : 0, clef: player.clef };
  const isForTwo = voices === 2 && !spellings;
  let next = 0;
  const pitchOf = (): WrittenPitch =>
    spellings
      ? { kind: 'pitched', spelling: spellings[next++]! }
      : { kind: 'unpitched', display: isForTwo ? UPPER_VOICE : ON_THE_LINE };
  const measures = frames.map(({ rhythm }, index): Measure => {
    const events = eventsOf(rhythm, `m${index + 1}n`, pitchOf);
    const isLast = index === frames.length - 1;
    return {
      ...newMeasure(index + 1, inForce, events),
      ...(isForTwo && { otherVoices: [answerTo(frames[index]!, rhythms, index, random)] }),
      ...(isLast && { barline: 'final' as const }),
    };
  });
  const part: Part = {
    id: 'P1',
    name: player.name,
    instrument: player.id,
    transpositionSemitones: player.transpositionSemitones,
    // On a single line the heads of two voices would lie on each other.
    staffLines: isForTwo ? 5 : player.staffLines,
    // In beats that are felt.
    tempo: { beatQuarters: beatUnit(inForce.meter).quarters, bpm, words: undefined },
    ...(spellings && { mode }),
    measures,
  };
  return { title: titleOf(recipe), part: withSigns(part, recipe.signs, frames) };
}

/** Where the one line of the staff is, in the percussion clef. */
const ON_THE_LINE: Spelling = { step: 'B', alter: 0, octave: 4 };
/** On five lines, the stems of one up and of the other down. */
const UPPER_VOICE: Spelling = { step: 'E', alter: 0, octave: 5 };
const LOWER_VOICE: Spelling = { step: 'F', alter: 0, octave: 4 };

const eventsOf = (rhythm: Rhythm, idBase: string, pitchOf: () => WrittenPitch): readonly LineEvent[] =>
  rhythm.map(({ kind, value }, index) => {
    const id = `${idBase}${index + 1}`;
    return kind === 'rest' ? newRest(id, valueOfCode(value)) : newNote(id, valueOfCode(value), pitchOf());
  });

/** Another rhythm than the first voice has, under it. */
function answerTo({ rhythm }: Frame, rhythms: readonly Rhythm[], index: number, random: Random): Voice {
  const others = rhythms.filter((one) => rhythmCode(one) !== rhythmCode(rhythm));
  const own = random.pick(others.length > 0 ? others : rhythms);
  return {
    staff: 'upper',
    events: eventsOf(own, `m${index + 1}v`, () => ({ kind: 'unpitched', display: LOWER_VOICE })),
  };
}

/** What it is, until somebody calls it something better. */
function titleOf({ keyFifths, mode, meter, instrument: id }: Recipe): string {
  return instrument(id).clef === 'percussion'
    ? `Rhythm in ${meter}`
    : `Made in ${tonalityName({ fifths: keyFifths, mode })}, ${meter}`;
}
