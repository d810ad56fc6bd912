import { capital } from '../base';
import { headsOf, type LineEvent, type Measure, type Part, spellingOf, voicesOf } from '../notation';
import type { Finding } from './finding';
import type { MeasureWords } from './measure-words';

/** Equal for measures with equal rhythm in every voice. */
export function rhythmKey(measure: Measure): string {
  return voicesOf(measure)
    .map((events) => events.map(rhythmOf).join(' '))
    .join(' / ');
}

function rhythmOf(event: LineEvent): string {
  const { numerator, denominator } = event.quarters;
  const length = `${numerator}/${denominator}`;
  if (event.kind === 'rest') return `r${length}`;
  return `${event.tiedFromPrevious ? 't' : 'n'}${length}${event.tiedToNext ? '~' : ''}`;
}

/** Equal for measures with equal rhythm and equal notes. Signs such as slurs and dynamics may differ. */
export function contentKey(measure: Measure): string {
  const pitches = voicesOf(measure).map((events) =>
    events
      .map((event) =>
        event.kind === 'rest'
          ? '-'
          : headsOf(event)
              .map(spellingOf)
              .map(({ step, alter, octave }) => `${step}${alter}${octave}`)
              .join('+'),
      )
      .join(' '),
  );
  return `${rhythmKey(measure)} | ${pitches.join(' / ')}`;
}

/** A measure worth comparing: it has more to it than silence or one long note. */
function isTelling(measure: Measure): boolean {
  return voicesOf(measure).some((events) => events.filter(({ kind }) => kind === 'note').length > 1);
}

function hasNotes(measure: Measure): boolean {
  return voicesOf(measure).some((events) => events.some(({ kind }) => kind === 'note'));
}

/** Places of the wanted measures, those with the same key together, in the order in which they first come. */
export function groups(
  part: Part,
  key: (measure: Measure) => string,
  isWanted: (measure: Measure) => boolean,
): number[][] {
  const byKey = new Map<string, number[]>();
  part.measures.forEach((measure, index) => {
    if (!isWanted(measure)) return;
    const own = key(measure);
    byKey.set(own, [...(byKey.get(own) ?? []), index]);
  });
  return [...byKey.values()];
}

/** The group that comes most often, the first among equals; empty where there is none. */
export const mostOf = (all: readonly (readonly number[])[]): readonly number[] =>
  all.reduce((most, one) => (one.length > most.length ? one : most), []);

/** Measures with the same notes in the same rhythm. */
export function sameMeasures(part: Part, words: MeasureWords): Finding<'same'>[] {
  return groups(part, contentKey, hasNotes)
    .filter((indexes) => indexes.length > 1)
    .map((measureIndexes) => ({
      kind: 'same',
      measureIndexes,
      eventIds: [],
      sentence: `${capital(words.several(measureIndexes))} are the same: learn one and you know ${measureIndexes.length === 2 ? 'both' : `all ${measureIndexes.length}`}.`,
    }));
}

/** Measures with the same rhythm, but not all with the same notes. */
export function sameRhythms(part: Part, words: MeasureWords): Finding<'same-rhythm'>[] {
  return groups(part, rhythmKey, isTelling)
    .filter((indexes) => new Set(indexes.map((index) => contentKey(part.measures[index]!))).size > 1)
    .map((measureIndexes) => ({
      kind: 'same-rhythm',
      measureIndexes,
      eventIds: [],
      sentence: `${capital(words.several(measureIndexes))} have the same rhythm with other notes: clap it once for all.`,
    }));
}

/** A single pair of equal measures speaks for itself. */
const FEWEST_SAVED = 2;

/** "Learn these five and you know eight": the first of each kind of measure. */
export function measuresToLearn(part: Part, words: MeasureWords): Finding<'learn'> | undefined {
  const all = groups(part, contentKey, hasNotes);
  const total = all.reduce((sum, group) => sum + group.length, 0);
  if (total - all.length < FEWEST_SAVED) return undefined;
  const measureIndexes = all.map(([first]) => first!);
  return {
    kind: 'learn',
    measureIndexes,
    eventIds: [],
    sentence: `Learn ${words.several(measureIndexes)}, and you know all ${total} ${words.noun}s that have notes.`,
  };
}
