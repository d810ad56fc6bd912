import { capital } from '../../base';
import { headSigns } from '../../notation';
import { keyAlteration, pitchName } from '../../pitch';
import type { MelodyNote } from '../melody';
import { type HardSpot, type Looking, spotAt } from './hard-spot';

const WEIGHT_OF_FIRST = 2;
const WEIGHT_OF_LATER = 0.5;
const WEIGHT_OF_SIGN = 1;
const WEIGHT_OF_SILENT_SIGN = 2;
const WEIGHT_OF_CANCELLING = 1.5;

const SIGN_NAMES: Readonly<Record<string, string>> = {
  '-2': 'double flat',
  '-1': 'flat',
  '0': 'natural',
  '1': 'sharp',
  '2': 'double sharp',
};

/** Notes that the key signature alters: the first of each letter is forgotten most. */
export function keyNotes({ part, melody, words }: Looking): HardSpot[] {
  const byLetter = new Map<string, MelodyNote[]>();
  for (const one of melody) {
    const { step, alter } = one.spelling;
    const byKey = keyAlteration(step, part.measures[one.measureIndex]!.keyFifths);
    if (one.isPitched && byKey !== 0 && alter === byKey)
      byLetter.set(step, [...(byLetter.get(step) ?? []), one]);
  }
  return [...byLetter.values()].flatMap(([first, ...later]) => {
    const { step, alter } = first!.spelling;
    const name = pitchName(first!.spelling);
    const text = `${capital(words.one(first!.measureIndex))}: the first ${name}. The key signature makes every ${step} ${SIGN_NAMES[`${alter}`]}.`;
    const spot = spotAt('key-note', [first!], WEIGHT_OF_FIRST, text);
    if (later.length === 0) return [spot];
    const where = words.several(later.map(({ measureIndex }) => measureIndex));
    return [
      spot,
      spotAt('key-note', later, WEIGHT_OF_LATER, `${capital(where)}: ${name} again, by the key signature.`),
    ];
  });
}

const WEIGHT_OF_ENDED_SIGN = 1.5;

/** Notes that an accidental of the measure before no longer alters: the barline has ended it, and nothing says so. */
export function endedAccidentals({ part, melody, words }: Looking): HardSpot[] {
  return part.measures.flatMap((measure, measureIndex) => {
    const before = part.measures[measureIndex - 1];
    if (!before) return [];
    const placeOf = ({ spelling: { step, octave } }: MelodyNote) => `${step}${octave}`;
    const altered = new Map(
      melody
        .filter((one) => one.measureIndex === measureIndex - 1 && one.isPitched)
        .map((one) => [placeOf(one), one] as const),
    );
    const signs = headSigns(measure);
    const told = new Set<string>();
    return melody.flatMap((one): HardSpot[] => {
      if (one.measureIndex !== measureIndex || !one.isPitched || told.has(placeOf(one))) return [];
      told.add(placeOf(one));
      const was = altered.get(placeOf(one));
      const byKey = keyAlteration(one.spelling.step, measure.keyFifths);
      const isEnded = was && was.spelling.alter !== byKey && one.spelling.alter === byKey;
      if (!isEnded || signs.get(one.note.id)?.[0]?.isPrinted) return [];
      const text = `${capital(words.one(measureIndex))}: ${pitchName(one.spelling)}${byKey === 0 ? ' natural' : ''} again: the accidental of the ${words.noun} before ended at the barline.`;
      return [spotAt('accidental', [one], WEIGHT_OF_ENDED_SIGN, text)];
    });
  });
}

/** Printed accidentals, notes that one still alters, and the sign that cancels it. */
export function accidentals({ part, melody, words }: Looking): HardSpot[] {
  return part.measures.flatMap((measure, measureIndex) => {
    const signs = headSigns(measure);
    const altered = new Set<string>();
    return melody
      .filter((one) => one.measureIndex === measureIndex && one.isPitched)
      .flatMap((one) => {
        const sign = signs.get(one.note.id)?.[0];
        const { step, octave, alter } = one.spelling;
        const place = `${step}${octave}`;
        const wasAltered = altered.has(place);
        const byKey = keyAlteration(step, measure.keyFifths);
        if (alter === byKey) altered.delete(place);
        else altered.add(place);
        return describeSigns(
          one,
          sign?.isPrinted ?? false,
          wasAltered,
          alter === byKey,
          words.one(measureIndex),
        );
      });
  });
}

function describeSigns(
  one: MelodyNote,
  isPrinted: boolean,
  wasAltered: boolean,
  isInKey: boolean,
  where: string,
): HardSpot[] {
  const name = pitchName(one.spelling);
  const sign = SIGN_NAMES[`${one.spelling.alter}`]!;
  if (isPrinted && wasAltered && isInKey) {
    const text = `${capital(where)}: the ${sign} sign takes back what the accidental before it did: ${name} again.`;
    return [spotAt('accidental', [one], WEIGHT_OF_CANCELLING, text)];
  }
  if (isPrinted && !isInKey) {
    const text = `${capital(where)}: ${name}, ${sign === 'natural' ? 'a natural' : `a ${sign}`} that is not in the key. It lasts to the barline.`;
    return [spotAt('accidental', [one], WEIGHT_OF_SIGN, text)];
  }
  if (wasAltered && !isInKey && !one.note.tiedFromPrevious) {
    const text = `${capital(where)}: still ${name}, though no sign stands before it: the accidental lasts to the barline.`;
    return [spotAt('accidental', [one], WEIGHT_OF_SILENT_SIGN, text)];
  }
  return [];
}
