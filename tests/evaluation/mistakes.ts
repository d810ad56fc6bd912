import type { Random } from '@/core/base';
import { repeatsPitch, type WrittenNote } from '@/core/notation';
import { toNumber } from '@/core/time';
import type { Player } from './players';
import type { ErrorKind } from './take-truth';

/** An overblown third partial. */
export const SQUEAK_SEMITONES = 19;
/** So many notes in a row lie a step too high. */
const NOTES_STEP_OFF = 5;
/** A line on the page, as far as it can be skipped. */
const MEASURES_OF_LINE = 3;

/** What is done on purpose in one take, at most one thing a measure. */
const RECIPES: readonly (readonly ErrorKind[])[] = [
  [],
  ['wrong', 'late'],
  ['missing', 'early', 'octave'],
  [],
  ['added', 'cut-short', 'wrong'],
  ['pause', 'wrong', 'late'],
  ['tie-retongued', 'cut-short', 'dotted-even'],
  [],
  ['restart', 'wrong'],
  ['forgot-key', 'early'],
  ['false-start', 'missing', 'cut-short'],
  ['rushing', 'wrong'],
  [],
  ['skipped-measure', 'late'],
  ['unfinished', 'added'],
  ['half-tempo', 'wrong', 'cut-short'],
  ['dragging', 'added', 'late'],
  ['restart', 'pause', 'added'],
  ['held-over', 'wrong'],
  ['squeak', 'late'],
  [],
  ['wrong-key'],
  ['repeated-measure', 'cut-short'],
  ['held-over', 'squeak'],
  ['skipped-line', 'wrong'],
];

/** What a good teacher never lets pass, one kind a take; the last is a take without a mistake. */
export const STRICT_RECIPES: readonly (readonly ErrorKind[])[] = [
  ['rest-cut'],
  ['held-into-rest'],
  ['let-go'],
  ['compound-even'],
  ['octave-down'],
  [],
];

/** Further mistakes of beginners, beside the usual ones. */
export const FURTHER_RECIPES: readonly (readonly ErrorKind[])[] = [
  ['step-off'],
  ['swapped', 'late'],
  ['dots-forgotten'],
  ['rest-cut', 'wrong'],
  ['step-off', 'cut-short'],
  ['swapped', 'restart'],
];

/** What is done on purpose in the take with this number. */
export const usualRecipe = (seed: number): readonly ErrorKind[] => RECIPES[seed % RECIPES.length]!;

/** A mistake made on purpose. */
export interface Change {
  readonly kind: ErrorKind;
  /** Index of the written note it happens at. */
  readonly at: number;
}

/** Chooses where the mistakes of a recipe happen; those for which the line has no place are left out. */
export function chooseChanges(
  notes: readonly WrittenNote[],
  player: Player,
  recipe: readonly ErrorKind[],
  random: Random,
): Change[] {
  const changes: Change[] = [];
  const taken = new Set<number>();
  const lastMeasure = notes.at(-1)!.measureIndex;
  for (const kind of recipe) {
    const able = notes
      .map((_, index) => index)
      .filter((index) => {
        const note = notes[index]!;
        return (
          note.measureIndex < lastMeasure &&
          !taken.has(note.measureIndex) &&
          isAble(kind, notes, index, player)
        );
      });
    if (able.length === 0) continue;
    const chosen = random.pick(able);
    const measure = notes[chosen]!.measureIndex;
    const same = alsoChanged(kind, notes, chosen);
    for (const index of same) changes.push({ kind, at: index });
    const last = Math.max(
      measure,
      ...(kind === 'wrong-key' ? [] : same.map((index) => notes[index]!.measureIndex)),
    );
    for (let near = measure - 1; near <= last + 1; near++) taken.add(near);
  }
  return changes;
}

/** The notes that one mistake changes. */
function alsoChanged(kind: ErrorKind, notes: readonly WrittenNote[], chosen: number): number[] {
  const all = notes.map((_, index) => index);
  if (kind === 'skipped-measure')
    return all.filter((index) => notes[index]!.measureIndex === notes[chosen]!.measureIndex);
  if (kind === 'skipped-line') {
    const from = notes[chosen]!.measureIndex;
    return all.filter((index) => isWithinLine(notes[index]!, from));
  }
  if (kind === 'step-off') return all.slice(chosen, chosen + NOTES_STEP_OFF);
  if (kind === 'swapped') return [chosen, chosen + 1];
  if (kind === 'dots-forgotten') return all.filter((index) => isAfterDot(notes, index));
  if (kind === 'wrong-key') return all.filter((index) => samePitchClass(notes[index]!, notes[chosen]!));
  return [chosen];
}

/** The short note of a dotted figure. */
function isAfterDot(notes: readonly WrittenNote[], index: number): boolean {
  const [before, note] = [notes[index - 1], notes[index]!];
  return (
    before !== undefined &&
    before.measureIndex === note.measureIndex &&
    before.beats === 3 * note.beats &&
    before.beats >= 1.2 &&
    !note.freeTempo &&
    !note.fermata
  );
}

const isWithinLine = ({ measureIndex }: WrittenNote, from: number) =>
  measureIndex >= from && measureIndex < from + MEASURES_OF_LINE;

function samePitchClass({ sound: a }: WrittenNote, { sound: b }: WrittenNote): boolean {
  return a.kind === 'pitched' && b.kind === 'pitched' && (a.midi - b.midi) % 12 === 0;
}

function isAble(kind: ErrorKind, notes: readonly WrittenNote[], index: number, player: Player): boolean {
  const note = notes[index]!;
  const before = notes[index - 1];
  const next = notes[index + 1];
  const isPitched = player.range !== undefined;
  const plain = !note.freeTempo && !note.fermata;
  const isBlown = isPitched && player.sustains && !player.hasNoGaps;
  const inside = index > 1 && index < notes.length - 2;
  switch (kind) {
    case 'wrong':
      return isPitched && player.only === undefined && inside;
    case 'octave':
      return isPitched && player.only === undefined && inside && player.range![1] + 12 <= 105;
    case 'forgot-key':
      return isPitched && player.only === undefined && inside;
    case 'missing':
      return inside && plain && note.beats >= 0.5;
    case 'added':
      return (
        inside &&
        plain &&
        note.beats >= 1 &&
        !player.hasNoGaps &&
        !note.staccato &&
        !next!.slurredFromPrevious
      );
    case 'tie-retongued':
      return (
        note.tiedIds.length > 0 &&
        inside &&
        !player.hasNoGaps &&
        note.lengthQuarters.numerator / note.lengthQuarters.denominator >= 2
      );
    case 'late':
      return inside && plain && note.beats >= 1 && !note.slurredFromPrevious && !next!.slurredFromPrevious;
    case 'early':
      return (
        inside &&
        plain &&
        (before?.beats ?? 0) >= 1 &&
        !note.slurredFromPrevious &&
        !before!.slurredFromPrevious
      );
    case 'dotted-even':
      return inside && isAfterDot(notes, index);
    case 'dots-forgotten':
      return index > 0 && isAfterDot(notes, index);
    case 'step-off':
      return (
        isPitched &&
        player.only === undefined &&
        inside &&
        index + NOTES_STEP_OFF < notes.length - 1 &&
        notes.slice(index - 1, index + NOTES_STEP_OFF + 1).every((one) => !one.slurredFromPrevious)
      );
    case 'swapped': {
      const interval = stepsBetween(note, next);
      return (
        isPitched &&
        player.only === undefined &&
        inside &&
        interval !== 0 &&
        note.beats === next!.beats &&
        !note.slurredFromPrevious &&
        !next!.slurredFromPrevious &&
        notes[index + 2]?.slurredFromPrevious === false
      );
    }
    case 'cut-short':
      return (
        player.sustains &&
        !player.hasNoGaps &&
        inside &&
        plain &&
        note.beats >= 1.5 &&
        !next!.slurredFromPrevious
      );
    case 'pause':
    case 'restart':
      return inside && plain && index > 4 && !next!.slurredFromPrevious && !note.slurredFromPrevious;
    case 'false-start':
      return index >= 2 && index <= 4 && !next!.slurredFromPrevious;
    case 'unfinished':
      return index > notes.length * 0.7 && note.measureIndex !== before!.measureIndex;
    case 'skipped-measure':
      return (
        note.measureIndex > 2 &&
        note.beat === 1 &&
        startsMeasure(notes, note.measureIndex + 1) &&
        (isPitched || !isLikeNextMeasure(notes, index)) &&
        !(next?.slurredFromPrevious && next.measureIndex !== note.measureIndex)
      );
    case 'skipped-line':
      return (
        isPitched &&
        note.measureIndex > 1 &&
        note.beat === 1 &&
        !note.slurredFromPrevious &&
        note.measureIndex + MEASURES_OF_LINE < notes.at(-1)!.measureIndex &&
        startsMeasure(notes, note.measureIndex + MEASURES_OF_LINE)
      );
    case 'held-over':
      return inside && plain && isBlown && repeatsPitch(note, before) && followsDirectly(notes, index);
    case 'squeak':
      return inside && plain && isBlown && note.beats >= 1 && !note.slurredFromPrevious && isHighEnough(note);
    case 'wrong-key': {
      const share = notes.filter((other) => samePitchClass(other, note)).length / notes.length;
      return isPitched && player.only === undefined && share >= 0.08 && share <= 0.3;
    }
    case 'repeated-measure':
      return (
        isPitched &&
        inside &&
        note.measureIndex > 0 &&
        next!.measureIndex !== note.measureIndex &&
        notes.filter((other) => other.measureIndex === note.measureIndex).length >= 3 &&
        !notes.find((other) => other.measureIndex === note.measureIndex)!.slurredFromPrevious &&
        !next!.slurredFromPrevious
      );
    case 'rest-cut':
      return inside && plain && restBefore(notes, index) >= 1;
    case 'held-into-rest':
      return inside && plain && isBlown && !note.staccato && restBefore(notes, index + 1) >= 1;
    case 'let-go':
      return inside && plain && isBlown && !note.staccato && note.beats >= 2 && !next!.slurredFromPrevious;
    case 'compound-even':
      return (
        inside &&
        plain &&
        before !== undefined &&
        before.measureIndex === note.measureIndex &&
        isThird(2, before) &&
        isThird(1, note)
      );
    case 'octave-down':
      // Of instruments an octave below is another instrument's; a voice sings where it lies.
      return index === 0 && player.name === 'voice';
    case 'half-tempo':
    case 'rushing':
    case 'dragging':
      return index === 0;
  }
}

/** From a note up to the next, in half steps; none where one has no pitch. */
export function stepsBetween(note: WrittenNote, next: WrittenNote | undefined): number {
  return note.sound.kind === 'pitched' && next?.sound.kind === 'pitched'
    ? next.sound.midi - note.sound.midi
    : 0;
}

/** Beats of silence written before a note. */
export function restBefore(notes: readonly WrittenNote[], index: number): number {
  const [before, note] = [notes[index - 1], notes[index]];
  if (!before || !note) return 0;
  const end = toNumber(before.onsetQuarters) + toNumber(before.lengthQuarters);
  const quartersPerBeat = toNumber(before.lengthQuarters) / before.beats;
  return (toNumber(note.onsetQuarters) - end) / quartersPerBeat;
}

const isThird = (thirds: number, { beats }: WrittenNote) => Math.abs(3 * beats - thirds) < 1e-9;

const followsDirectly = (notes: readonly WrittenNote[], index: number) =>
  toNumber(notes[index - 1]!.onsetQuarters) + toNumber(notes[index - 1]!.lengthQuarters) ===
  toNumber(notes[index]!.onsetQuarters);

/** A squeak is a twelfth above the note, and still to be played by the synthesiser. */
const isHighEnough = ({ sound }: WrittenNote) =>
  sound.kind === 'pitched' && sound.midi + SQUEAK_SEMITONES < 108;

/** Without pitches nobody can tell which of two equal measures was left out. */
function isLikeNextMeasure(notes: readonly WrittenNote[], index: number): boolean {
  const rhythmOf = (measureIndex: number) =>
    notes.filter((note) => note.measureIndex === measureIndex).map((note) => [note.beat, note.beats]);
  const { measureIndex } = notes[index]!;
  return JSON.stringify(rhythmOf(measureIndex)) === JSON.stringify(rhythmOf(measureIndex + 1));
}

/** Whether a measure begins with a note of its own. */
function startsMeasure(notes: readonly WrittenNote[], measureIndex: number): boolean {
  const first = notes.find((note) => note.measureIndex === measureIndex);
  return first?.beat === 1 && !first.slurredFromPrevious;
}
