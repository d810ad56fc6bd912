import { type Spelling, spellingToMidi } from '../pitch';
import type { Fingering, FingeringChart } from './charts/fingering';
import type { InstrumentFacts } from './instrument';
import { BASS_GUITAR } from './kinds/bass-guitar';
import { BASSOON } from './kinds/bassoon';
import { BELLS } from './kinds/bells';
import { CELLO } from './kinds/cello';
import { BASS_CLARINET, CLARINET } from './kinds/clarinet';
import { DOUBLE_BASS } from './kinds/double-bass';
import { CLAP, DRUM_KIT, SNARE } from './kinds/drums';
import { EUPHONIUM, TREBLE_BARITONE } from './kinds/euphonium';
import { FLUTE, PICCOLO } from './kinds/flute';
import { GUITAR } from './kinds/guitar';
import { HARP } from './kinds/harp';
import { E_FLAT_HORN, HORN } from './kinds/horn';
import { ENGLISH_HORN, OBOE } from './kinds/oboe';
import { PIANO } from './kinds/piano';
import { PRACTICE_CHANTER } from './kinds/practice-chanter';
import {
  ALTO_RECORDER,
  BASS_RECORDER,
  GERMAN_RECORDER,
  SOPRANO_RECORDER,
  TENOR_RECORDER,
} from './kinds/recorders';
import { ALTO_SAX, BARITONE_SAX, TENOR_SAX } from './kinds/saxophones';
import { TROMBONE } from './kinds/trombone';
import { CORNET, TRUMPET } from './kinds/trumpet';
import { E_FLAT_TUBA, TUBA } from './kinds/tuba';
import { UKULELE } from './kinds/ukulele';
import { VIOLA } from './kinds/viola';
import { VIOLIN } from './kinds/violin';
import { VOICE } from './kinds/voice';

/** In the order of a score. */
const CATALOGUE = [
  ...[PICCOLO, FLUTE, OBOE, ENGLISH_HORN, BASSOON, CLARINET, BASS_CLARINET],
  ...[ALTO_SAX, TENOR_SAX, BARITONE_SAX],
  ...[SOPRANO_RECORDER, GERMAN_RECORDER, ALTO_RECORDER, TENOR_RECORDER, BASS_RECORDER, PRACTICE_CHANTER],
  ...[TRUMPET, CORNET, HORN, E_FLAT_HORN, TROMBONE, EUPHONIUM, TREBLE_BARITONE, TUBA, E_FLAT_TUBA],
  ...[VIOLIN, VIOLA, CELLO, DOUBLE_BASS, GUITAR, BASS_GUITAR, UKULELE, HARP],
  ...[PIANO, VOICE, BELLS, CLAP, SNARE, DRUM_KIT],
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

/** Letters alone, so that "Eb Tuba 1" and "E♭ tuba" differ in nothing but the flat. */
const plain = (words: string) =>
  words
    .toLowerCase()
    .replace(/[^\p{L}]+/gu, ' ')
    .trim();

const namesOf = ({ name, otherNames = [] }: Instrument): readonly string[] =>
  [name.replace(/ in .*$/, ''), ...otherNames].map(plain);

const NAMES: readonly (readonly [name: string, Instrument])[] = INSTRUMENTS.flatMap((entry) =>
  namesOf(entry).map((name) => [name, entry] as const),
).toSorted(([a], [b]) => b.length - a.length);

/** What beside a name makes another instrument of it, with other clefs, ranges and fingers: a size, or another kind. */
const OTHER_KIND =
  /\b(sopranino|soprano|alto|tenor|baritone|bass|contrabass|piccolo|english|electric|sax|saxophone|clarinet|flute|recorder|horn|tuba|drum)\b/;

/**
 * The instrument that somebody names in own words: the longest name found in them.
 * @returns undefined when there is none, and for a kind that is not in the catalogue: a "contrabass clarinet" is no clarinet.
 */
export function maybeInstrumentNamed(words: string): Instrument | undefined {
  const said = ` ${plain(words)} `;
  const found = NAMES.find(([name]) => said.includes(` ${name} `));
  if (!found) return undefined;
  const [, player] = found;
  const rest = namesOf(player)
    .toSorted((a, b) => b.length - a.length)
    .reduce((left, name) => left.replace(` ${name} `, '  '), said);
  return player.family !== 'voice' && OTHER_KIND.test(rest) ? undefined : player;
}

/**
 * The instrument that reads a part: by its name, and as it is written. A "Euphonium" that sounds a ninth below what is written is read in
 * the treble clef, with other fingers; octaves are often left out of files and make no difference.
 * @param transpositionSemitones from the written to the sounding pitch.
 * @returns undefined where no instrument of that name is written so: better no fingering than another one's.
 */
export function maybeInstrumentReading(
  words: string,
  transpositionSemitones: number,
): Instrument | undefined {
  const named = maybeInstrumentNamed(words);
  const isWrittenSo = (player: Instrument) =>
    player.ranges === undefined || (player.transpositionSemitones - transpositionSemitones) % 12 === 0;
  if (!named || isWrittenSo(named)) return named;
  const names = namesOf(named);
  return INSTRUMENTS.find(
    (other) =>
      isWrittenSo(other) && namesOf(other).some((name) => names.some((own) => name.startsWith(`${own} `))),
  );
}

/** The chart of an instrument; undefined where there is no standard one. */
export const maybeFingeringChart = (id: InstrumentId): FingeringChart | undefined => instrument(id).chart;

/** Ways to play a written note, the usual one first; none where the chart has none. */
export const fingeringsOf = (id: InstrumentId, written: Spelling): readonly Fingering[] =>
  maybeFingeringChart(id)?.at(spellingToMidi(written), written.step) ?? [];
