import type { Random } from '../base';
import { instrument, isInReach } from '../instruments';
import { moveBySteps, type Spelling, STEPS, spellingToMidi, staffPlace, tonicOf } from '../pitch';
import { type Chord, type Frame, pickIndex } from './phrases';
import type { Recipe } from './recipe';
import { lengthOf, pulseOf } from './rhythms';

/** A note to be chosen. */
interface Slot {
  readonly chord: Chord;
  readonly isStrong: boolean;
  /** The last one of a phrase. */
  readonly ends: Frame['ends'];
  readonly isLastOfLine: boolean;
}

/** A note of the scale: which degree it is, and how it is written. */
interface Tone {
  readonly degree: number;
  readonly spelling: Spelling;
  readonly midi: number;
  readonly place: number;
}

/** A leap is a fourth and more; a third is a small one. Common practice of singing. */
const LEAP_STEPS = 3;
const TRITONE_SEMITONES = 6;
/** Notes that are looked at for one line: another beginning is worth more than the last corner of a bad one. */
const MOST_LOOKED_AT = 1500;

/** The notes of a scale that a recipe allows, the lowest first. */
export function tonesOf(recipe: Recipe): readonly Tone[] {
  const { keyFifths, mode, range, pitches, level } = recipe;
  const player = instrument(recipe.instrument);
  const reach = isInReach(player, level);
  const tonic = tonicOf({ fifths: keyFifths, mode });
  const start: Spelling = { ...tonic, octave: 0 };
  return Array.from({ length: 70 }, (_, steps): Tone => {
    const spelling = moveBySteps(start, steps, keyFifths);
    return {
      degree: steps % STEPS.length,
      spelling,
      midi: spellingToMidi(spelling),
      place: staffPlace(spelling),
    };
  }).filter(
    ({ midi }) =>
      reach(midi) &&
      (range === undefined || (midi >= range[0] && midi <= range[1])) &&
      (pitches === undefined || pitches.includes(midi)),
  );
}

/** The degrees of a triad. */
const chordTones = (chord: Chord): readonly number[] => [chord, (chord + 2) % 7, (chord + 4) % 7];

/** The notes that are to be chosen, in order. */
function slotsOf({ meter }: Recipe, frames: readonly Frame[]): readonly Slot[] {
  const { length } = pulseOf(meter);
  const slots = frames.flatMap(({ rhythm, chord, ends }) => {
    let at = 0;
    const notes = rhythm.flatMap(({ kind, value }) => {
      const place = at;
      at += lengthOf(value);
      // The first beat; in four the third one, too.
      const isStrong = place === 0 || (meter === '4/4' && place === 2 * length);
      return kind === 'note' ? [{ chord, isStrong }] : [];
    });
    return notes.map((note, index) => ({ ...note, ends: index === notes.length - 1 ? ends : undefined }));
  });
  return slots.map((slot, index) => ({ ...slot, isLastOfLine: index === slots.length - 1 }));
}

/**
 * A melody for some measures: chord tones on strong beats, others reached and left by step; leaps no larger than allowed, none of a tritone or a
 * seventh, and after each a step back; the leading note goes home; phrases end on a tone of their chord, the line on its tonic, reached by step
 * or from the fifth. Rules of simple counterpoint and of singing, as general theory has them.
 * @returns undefined where the tones do not allow one.
 */
export function melodyFor(
  recipe: Recipe,
  frames: readonly Frame[],
  tones: readonly Tone[],
  random: Random,
): readonly Spelling[] | undefined {
  const slots = slotsOf(recipe, frames);
  const chosen: Tone[] = [];
  let lookedAt = 0;
  const middle = (tones[0]!.place + tones.at(-1)!.place) / 2;
  const place = (index: number): boolean => {
    const slot = slots[index];
    if (!slot) return true;
    const open = tones.filter((tone) => mayFollow(recipe, slots, chosen, slot, tone));
    while (open.length > 0) {
      if (lookedAt++ > MOST_LOOKED_AT) return false;
      const weights = open.map((tone) => weightOf(recipe, chosen, tone, middle));
      const [tone] = open.splice(pickIndex(weights, random), 1);
      chosen.push(tone!);
      if (place(index + 1)) return true;
      chosen.pop();
    }
    return false;
  };
  return place(0) ? chosen.map(({ spelling }) => spelling) : undefined;
}

function mayFollow(
  { largestLeap }: Recipe,
  slots: readonly Slot[],
  chosen: readonly Tone[],
  slot: Slot,
  tone: Tone,
): boolean {
  const inChord = chordTones(slot.chord).includes(tone.degree);
  if (slot.isStrong && !inChord) return false;
  if (slot.isLastOfLine && tone.degree !== 0) return false;
  if (slot.ends && !inChord) return false;
  const last = chosen.at(-1);
  if (!last) return inChord;
  const before = chosen.at(-2);
  const steps = tone.place - last.place;
  const size = Math.abs(steps);
  if (size > largestLeap || size === 6) return false;
  if (Math.abs(tone.midi - last.midi) === TRITONE_SEMITONES) return false;
  // A note that is not of its chord comes and goes by step.
  const lastSlot = slots[chosen.length - 1]!;
  const lastInChord = chordTones(lastSlot.chord).includes(last.degree);
  if (!inChord && size !== 1) return false;
  if (!lastInChord && size !== 1) return false;
  if (last.degree === 6 && steps !== 1 && steps !== -1 && steps !== 0) return false;
  if (slot.isLastOfLine && size !== 1 && !(last.degree === 4 && size > 0)) return false;
  if (!before) return true;
  const stepsBefore = last.place - before.place;
  if (steps === 0 && stepsBefore === 0) return false;
  // After a leap a step back; two thirds in a row are a triad.
  if (Math.abs(stepsBefore) >= LEAP_STEPS) return size <= 2 && Math.sign(steps) !== Math.sign(stepsBefore);
  if (Math.abs(stepsBefore) === 2 && size > 2) return Math.sign(steps) !== Math.sign(stepsBefore);
  return true;
}

const STEP_WEIGHT = 6;
const THIRD_WEIGHT = 2.5;
const REPEAT_WEIGHT = 0.8;
const OFTEN_WEIGHT = 5;

function weightOf({ often }: Recipe, chosen: readonly Tone[], tone: Tone, middle: number): number {
  const last = chosen.at(-1);
  const size = last ? Math.abs(tone.place - last.place) : 1;
  const moves = size === 0 ? REPEAT_WEIGHT : size === 1 ? STEP_WEIGHT : size === 2 ? THIRD_WEIGHT : 3 / size;
  // A line goes on its way rather than back and forth, and comes back to where it lies well.
  const before = chosen.at(-2);
  const goesOn =
    last && before && Math.sign(tone.place - last.place) === Math.sign(last.place - before.place);
  const near = 1 / (1 + (Math.abs(tone.place - middle) / 5) ** 2);
  return moves * near * (goesOn ? 1.5 : 1) * (often.pitches.includes(tone.midi) ? OFTEN_WEIGHT : 1);
}
