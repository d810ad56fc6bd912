import { capital } from '../../base';
import type { Instrument } from '../../instruments';
import { beatUnit, compare, divide, isCompound, rational, toMixedNumber, toNumber } from '../../time';
import { type MelodyNote, measuresOf } from '../melody';
import { type HardSpot, type Looking, spotAt } from './hard-spot';

/** From so many beats on a note is let go too early. */
const LONG_BEATS = 3;
/** At the end of a phrase two are enough. */
const LONG_AT_END_BEATS = 2;
const WEIGHT_OF_LONG_NOTE = 1;
const WEIGHT_OF_BREATH = 1.5;
const WEIGHT_OF_REPEATED = 1;
/** A breath needs about a beat's end; a note that is shorter than two beats has none to give. */
const ROOM_FOR_BREATH_BEATS = 2;
const FEWEST_REPEATED = 3;

/** Long notes and ends of phrases that are let go too early; for sounds that a player can hold. */
export function longNotes({ part, melody, instrument, words }: Looking): HardSpot[] {
  if (instrument && instrument.sound !== 'sustained') return [];
  return melody.flatMap((one, index) => {
    if (!one.isPitched) return [];
    const next = melody[index + 1];
    const endsPhrase = !next || next.followsRest || one.note.breathAfter;
    const beats = beatsOf(one, part);
    if (beats < (endsPhrase ? LONG_AT_END_BEATS : LONG_BEATS)) return [];
    const { meter } = part.measures[one.measureIndex]!;
    const unit = beatUnit(meter);
    const noun = isCompound(meter) ? 'dotted beats' : unit.name === 'eighth' ? 'eighths' : 'beats';
    const count = toMixedNumber(divide(one.length, unit.quarters));
    const text = `${capital(words.one(one.measureIndex))}: hold the ${endsPhrase ? 'last note of the phrase' : 'long note'} for all its ${count} ${noun}, up to the next beat.`;
    return [spotAt('long-note', [one], WEIGHT_OF_LONG_NOTE, text)];
  });
}

/** Breath marks that leave no time to breathe. */
export function breaths({ part, melody, words }: Looking): HardSpot[] {
  return melody.flatMap((one, index) => {
    const next = melody[index + 1];
    if (!one.note.breathAfter || !next || next.followsRest) return [];
    if (beatsOf(one, part) >= ROOM_FOR_BREATH_BEATS) return [];
    const text = `${capital(words.one(one.measureIndex))}: the breath mark gives no time of its own. Let this note go a little early, and come in on time.`;
    return [spotAt('breath', [one, next], WEIGHT_OF_BREATH, text)];
  });
}

const FRESH_START: Readonly<Partial<Record<Instrument['family'], string>>> = {
  woodwind: 'a fresh tongue for each',
  brass: 'a fresh tongue for each',
  strings: 'a fresh stroke for each',
};

/** Several equal notes in a row, each of which needs its own beginning. */
export function repeatedNotes({ melody, instrument, words }: Looking): HardSpot[] {
  const start =
    instrument?.repeatsBy === 'grace-notes'
      ? 'parted by grace notes, as your teacher shows them'
      : instrument && FRESH_START[instrument.family];
  if (!start) return [];
  const found: HardSpot[] = [];
  let run: MelodyNote[] = [];
  const close = () => {
    if (run.length >= FEWEST_REPEATED) {
      const text = `${capital(words.several(measuresOf(run)))}: the same note ${run.length} times, ${start}, evenly.`;
      found.push(spotAt('repeated-notes', run, WEIGHT_OF_REPEATED, text));
    }
  };
  for (const one of melody) {
    const before = run.at(-1);
    if (before && (one.midi !== before.midi || one.followsRest || one.isSlurredFromPrevious)) {
      close();
      run = [];
    }
    if (one.isPitched) run.push(one);
  }
  close();
  return found;
}

function beatsOf({ length, measureIndex }: MelodyNote, part: Looking['part']): number {
  const unit = beatUnit(part.measures[measureIndex]!.meter).quarters;
  // In 3/8 a beat is an eighth, and three of them are no long note.
  return toNumber(divide(length, compare(unit, rational(1)) < 0 ? rational(1) : unit));
}
