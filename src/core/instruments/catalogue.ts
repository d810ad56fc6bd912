import { type Spelling, spellingToMidi } from '../pitch';
import type { Fingering, FingeringChart } from './charts/fingering';
import type { InstrumentFacts } from './instrument';
import { CELLO } from './kinds/cello';
import { CLARINET } from './kinds/clarinet';
import { DOUBLE_BASS } from './kinds/double-bass';
import { CLAP, DRUM_KIT, SNARE } from './kinds/drums';
import { EUPHONIUM } from './kinds/euphonium';
import { FLUTE } from './kinds/flute';
import { GUITAR } from './kinds/guitar';
import { HARP } from './kinds/harp';
import { HORN } from './kinds/horn';
import { OBOE } from './kinds/oboe';
import { PIANO } from './kinds/piano';
import { PRACTICE_CHANTER } from './kinds/practice-chanter';
import { ALTO_RECORDER, SOPRANO_RECORDER } from './kinds/recorders';
import { ALTO_SAX, TENOR_SAX } from './kinds/saxophones';
import { TROMBONE } from './kinds/trombone';
import { TRUMPET } from './kinds/trumpet';
import { TUBA } from './kinds/tuba';
import { UKULELE } from './kinds/ukulele';
import { VIOLA } from './kinds/viola';
import { VIOLIN } from './kinds/violin';
import { VOICE } from './kinds/voice';

/** In the order of a score. */
const CATALOGUE = [
  ...[FLUTE, OBOE, CLARINET, ALTO_SAX, TENOR_SAX, SOPRANO_RECORDER, ALTO_RECORDER, PRACTICE_CHANTER],
  ...[TRUMPET, HORN, TROMBONE, EUPHONIUM, TUBA],
  ...[VIOLIN, VIOLA, CELLO, DOUBLE_BASS, GUITAR, UKULELE, HARP],
  ...[PIANO, VOICE, CLAP, SNARE, DRUM_KIT],
] as const;

export type InstrumentId = (typeof CATALOGUE)[number]['id'];
export type Instrument = InstrumentFacts<InstrumentId>;

export const INSTRUMENTS: readonly Instrument[] = CATALOGUE;
export const INSTRUMENT_IDS: readonly InstrumentId[] = CATALOGUE.map(({ id }) => id);

/** The instrument with an id from outside; undefined when it is not in the catalogue. */
export const maybeInstrument = (id: string | null | undefined): Instrument | undefined =>
  INSTRUMENTS.find((candidate) => candidate.id === id);

/** @throws RangeError for an id that is not in the catalogue. @example instrument('flute').name // 'Flute' */
export function instrument(id: InstrumentId): Instrument {
  const found = maybeInstrument(id);
  if (!found) throw new RangeError(`instrument must be one of the catalogue, got "${id}"`);
  return found;
}

const NAMES: readonly (readonly [name: string, Instrument])[] = INSTRUMENTS.flatMap((entry) =>
  [entry.name.toLowerCase().replace(/ in .*$/, ''), ...(entry.otherNames ?? [])].map(
    (name) => [name, entry] as const,
  ),
).toSorted(([a], [b]) => b.length - a.length);

/** What beside a name makes another instrument of it, with other clefs, ranges and fingers: a size, or another kind. */
const OTHER_KIND =
  /\b(sopranino|soprano|alto|tenor|baritone|bass|contrabass|piccolo|english|electric|sax|saxophone|clarinet|flute|recorder|horn|tuba|drum)\b/;

/**
 * The instrument that somebody names in own words: the longest name found in them.
 * @returns undefined when there is none, and for a kind that is not in the catalogue: a "bass clarinet" is no clarinet.
 */
export function maybeInstrumentNamed(words: string): Instrument | undefined {
  const plain = ` ${words.toLowerCase().replace(/[^\p{L}]+/gu, ' ')} `;
  const found = NAMES.find(([name]) => plain.includes(` ${name} `));
  if (!found) return undefined;
  const [, player] = found;
  const rest = NAMES.filter(([, own]) => own === player).reduce(
    (left, [name]) => left.replace(` ${name} `, '  '),
    plain,
  );
  return player.family !== 'voice' && OTHER_KIND.test(rest) ? undefined : player;
}

/** The chart of an instrument; undefined where there is no standard one. */
export const maybeFingeringChart = (id: InstrumentId): FingeringChart | undefined => instrument(id).chart;

/** Ways to play a written note, the usual one first; none where the chart has none. */
export const fingeringsOf = (id: InstrumentId, written: Spelling): readonly Fingering[] =>
  maybeFingeringChart(id)?.at(spellingToMidi(written), written.step) ?? [];
