import { capital } from '../base';
import { type LineEvent, type Measure, measureOffset, type Part } from '../notation';
import {
  add,
  clicksPerMeasure,
  divide,
  isCompound,
  type Meter,
  measureLength,
  measureName,
  type NoteValue,
  noteName,
  type Rational,
  rational,
  sayMeasure,
  subtract,
  sum,
  TUPLETS,
  toMixedNumber,
  type Vocabulary,
  valueLength,
  valueName,
  wordsOf,
} from '../time';

import { withArticle } from './measure-words';

/** The value of something written, as arithmetic in words and as a picture of its beats. */
export interface Worth {
  /** `dotted half note` */
  readonly title: string;
  /** `2 + 1 = 3 beats` */
  readonly arithmetic: string;
  readonly sentences: readonly string[];
  /** One picture for each measure it touches. */
  readonly pictures: readonly BeatPicture[];
}

/** The beats of a measure with what fills them. */
export interface BeatPicture {
  readonly measureNumber: number;
  /** How many beats the meter has. */
  readonly beats: number;
  readonly pieces: readonly BeatPiece[];
}

/** A stretch of a measure, in beats from its start. */
export interface BeatPiece {
  readonly fromBeats: number;
  readonly toBeats: number;
  readonly kind: 'note' | 'dot' | 'tied' | 'rest' | 'missing';
  /** Belongs to what was asked about. */
  readonly isAsked: boolean;
  /** Its length in beats, as it is said. */
  readonly text: string;
}

/** `quarter note`, `crotchet rest`. */
export function writtenName(event: LineEvent, vocabulary: Vocabulary): string {
  if (event.kind === 'rest') {
    return event.fillsMeasure
      ? `rest for a whole ${measureName(vocabulary)}`
      : `${valueName(event.value, vocabulary)} rest`;
  }
  return noteName(event.value, vocabulary);
}

/** The note that the lower number of a meter counts as one. */
function countedNote({ beatType }: Meter, vocabulary: Vocabulary): string {
  const base = ({ 2: 'half', 4: 'quarter', 8: 'eighth' } as const)[beatType as 2 | 4 | 8];
  return noteName({ base, dots: 0 }, vocabulary);
}

/** The value itself and what each dot adds, in beats of the meter. */
function partsOfValue(value: NoteValue, meter: Meter): readonly Rational[] {
  const unit = rational(4, meter.beatType);
  const plain = valueLength({ ...value, dots: 0 });
  return Array.from({ length: value.dots + 1 }, (_, dot) => divide(divide(plain, rational(2 ** dot)), unit));
}

function addition(terms: readonly Rational[], vocabularyUnit: string): string {
  const total = sum(terms);
  const said = terms.map(toMixedNumber).join(' + ');
  const result = `${toMixedNumber(total)} ${isOne(total) ? vocabularyUnit : `${vocabularyUnit}s`}`;
  return terms.length > 1 ? `${said} = ${result}` : result;
}

function isOne({ numerator, denominator }: Rational): boolean {
  return numerator <= denominator;
}

/** What beats are called: in meters over 8 they are eighths. */
function beatWord(meter: Meter, vocabulary: Vocabulary): string {
  return meter.beatType === 8 ? valueName({ base: 'eighth', dots: 0 }, vocabulary) : 'beat';
}

interface Located {
  readonly event: LineEvent;
  readonly measureIndex: number;
}

/** The value of a note or rest. @throws RangeError when the part has no such event in its first voice. */
export function worthOfEvent(part: Part, eventId: string, vocabulary: Vocabulary): Worth {
  const all: Located[] = part.measures.flatMap((measure, measureIndex) =>
    measure.events.map((event) => ({ event, measureIndex })),
  );
  const index = all.findIndex(({ event }) => event.id === eventId);
  const asked = all[index];
  if (!asked) throw new RangeError(`the part must have the event "${eventId}" in its first voice`);
  const chain = tieChain(all, index);
  const measure = part.measures[asked.measureIndex]!;
  if (chain.length > 1) return worthOfTie(part, chain, vocabulary);
  const terms =
    asked.event.kind === 'rest' && asked.event.fillsMeasure
      ? [beatsOf(asked.event, measure)]
      : partsOfValue(asked.event.value, measure.meter);
  return {
    title: writtenName(asked.event, vocabulary),
    arithmetic: addition(terms, beatWord(measure.meter, vocabulary)),
    sentences: sentencesOf(asked.event, measure, vocabulary),
    pictures: [picture(measure, new Set([eventId]))],
  };
}

function beatsOf(event: LineEvent, { meter }: Measure): Rational {
  return divide(event.quarters, rational(4, meter.beatType));
}

function sentencesOf(event: LineEvent, measure: Measure, vocabulary: Vocabulary): string[] {
  const { meter } = measure;
  const counted = countedNote(meter, vocabulary);
  const found = [
    `The lower number of the time signature is ${meter.beatType}: ${withArticle(counted)} counts as 1.`,
  ];
  if (event.kind === 'rest') found.push('A rest lasts as long as the note of its name, in silence.');
  if (event.value.dots > 0 && !(event.kind === 'rest' && event.fillsMeasure))
    found.push(
      event.value.dots === 1
        ? 'The dot adds half of the value.'
        : 'Each dot adds half of what stands before it.',
    );
  const { tuplet } = event.value;
  if (tuplet) {
    const { notes, inTimeOf } = TUPLETS[tuplet];
    const plain = valueName({ ...event.value, tuplet: undefined }, vocabulary);
    found.push(
      `The small ${notes} makes it a ${tuplet}: ${notes} ${plain}s in the time of ${inTimeOf}, all alike.`,
    );
  }
  const isDottedBeat =
    isCompound(meter) && event.quarters.numerator === 3 && event.quarters.denominator === 2;
  if (isDottedBeat) found.push(`It fills one of the ${clicksPerMeasure(meter)} large beats.`);
  return found;
}

function tieChain(all: readonly Located[], index: number): readonly Located[] {
  let from = index;
  let to = index;
  while (isTied(all[from]!.event) && from > 0) from--;
  while (continues(all[to]!.event) && to + 1 < all.length) to++;
  return all.slice(from, to + 1);
}

function isTied(event: LineEvent): boolean {
  return event.kind === 'note' && event.tiedFromPrevious;
}

function continues(event: LineEvent): boolean {
  return event.kind === 'note' && event.tiedToNext;
}

function worthOfTie(part: Part, chain: readonly Located[], vocabulary: Vocabulary): Worth {
  const measureOf = ({ measureIndex }: Located) => part.measures[measureIndex]!;
  const ids = new Set(chain.map(({ event }) => event.id));
  const names = chain.map(({ event }) => writtenName(event, vocabulary));
  return {
    title: `${names.join(' tied to ')}`,
    arithmetic: addition(
      chain.map((located) => beatsOf(located.event, measureOf(located))),
      beatWord(measureOf(chain[0]!).meter, vocabulary),
    ),
    sentences: ['A tie adds the values together. The note starts once and is held on.'],
    pictures: [...new Set(chain.map(measureOf))].map((measure) => picture(measure, ids)),
  };
}

/** Every kind of value of a part that takes arithmetic: dotted and tied ones, each once, in the order of the part. */
export function worthsToKnow(part: Part, vocabulary: Vocabulary): readonly Worth[] {
  const byTitle = new Map<string, Worth>();
  const dotted = new Set<string>();
  for (const event of part.measures.flatMap(({ events }) => events)) {
    if (event.kind === 'rest' || event.tiedFromPrevious) continue;
    const isDotted = (event.value.dots > 0 || event.value.tuplet !== undefined) && !event.tiedToNext;
    const key = valueName(event.value);
    // A tie must be looked at whole; a dotted value is always the same.
    if (isDotted ? dotted.has(key) : !event.tiedToNext) continue;
    if (isDotted) dotted.add(key);
    const worth = worthOfEvent(part, event.id, vocabulary);
    if (!byTitle.has(worth.title)) byTitle.set(worth.title, worth);
  }
  return [...byTitle.values()];
}

/** What the two numbers of a time signature say. */
export function worthOfMeter(measure: Measure, vocabulary: Vocabulary): Worth {
  const { meter, meterSymbol } = measure;
  const bar = measureName(vocabulary);
  const counted = countedNote(meter, vocabulary);
  const clicks = clicksPerMeasure(meter);
  const large = isCompound(meter)
    ? [
        `In a quick ${meter.beats}/${meter.beatType} one feels ${clicks} large beats; each lasts a ${noteName({ base: 'quarter', dots: 1 }, vocabulary)}, three ${valueName({ base: 'eighth', dots: 0 }, vocabulary)}s.`,
      ]
    : [];
  const symbol = meterSymbol
    ? [`The sign ${meterSymbol === 'common' ? 'C' : '¢'} says the same as ${meter.beats}/${meter.beatType}.`]
    : [];
  return {
    title: `${meter.beats}/${meter.beatType}`,
    arithmetic: `${meter.beats} × 1 ${counted}`,
    sentences: [
      `The upper number: ${meter.beats} ${beatWord(meter, vocabulary)}s in every ${bar}.`,
      `The lower number: ${withArticle(counted)} counts as 1.`,
      ...large,
      ...symbol,
    ],
    pictures: [picture(measure, new Set())],
  };
}

/** The sum of a measure: everything in it, against what the meter asks for. */
export function worthOfMeasure(part: Part, measureIndex: number, vocabulary: Vocabulary): Worth {
  const measure = part.measures[measureIndex];
  if (!measure)
    throw new RangeError(`the part has ${part.measures.length} measures, got place ${measureIndex}`);
  const bar = measureName(vocabulary);
  const terms = measure.events.map((event) => beatsOf(event, measure));
  const total = sum(terms);
  const full = divide(measureLength(measure.meter), rational(4, measure.meter.beatType));
  const missing = subtract(full, total);
  const word = beatWord(measure.meter, vocabulary);
  const said =
    missing.numerator === 0
      ? `A full ${bar} of ${measure.meter.beats}/${measure.meter.beatType} has ${toMixedNumber(full)} ${word}s: it adds up.`
      : `A full ${bar} has ${toMixedNumber(full)}. The other ${toMixedNumber(missing)} ${measure.number === 0 ? `stand in the last ${bar}` : `belong to the ${wordsOf(vocabulary).pickup} or stand beyond a repeat sign`}.`;
  return {
    title: capital(sayMeasure(measure.number, vocabulary)),
    arithmetic: addition(terms, word),
    sentences: [said],
    pictures: [picture(measure, new Set(measure.events.map(({ id }) => id)))],
  };
}

/** @param askedIds events that the picture is about. */
function picture(measure: Measure, askedIds: ReadonlySet<string>): BeatPicture {
  const unit = rational(4, measure.meter.beatType);
  const offset = divide(measureOffset(measure), unit);
  const pieces: BeatPiece[] = [];
  let at: Rational = offset;
  if (offset.numerator > 0) pieces.push(piece(rational(0), offset, 'missing', false));
  for (const event of measure.events) {
    const isAsked = askedIds.has(event.id);
    const end = add(at, divide(event.quarters, unit));
    const plain =
      event.kind === 'note' && event.value.dots > 0
        ? add(at, partsOfValue(event.value, measure.meter)[0]!)
        : end;
    pieces.push(
      piece(at, plain, event.kind === 'rest' ? 'rest' : event.tiedFromPrevious ? 'tied' : 'note', isAsked),
    );
    if (plain !== end) pieces.push(piece(plain, end, 'dot', isAsked));
    at = end;
  }
  const beats = measure.meter.beats;
  if (at.numerator < beats * at.denominator) pieces.push(piece(at, rational(beats), 'missing', false));
  return { measureNumber: measure.number, beats, pieces };
}

function piece(from: Rational, to: Rational, kind: BeatPiece['kind'], isAsked: boolean): BeatPiece {
  return {
    fromBeats: from.numerator / from.denominator,
    toBeats: to.numerator / to.denominator,
    kind,
    isAsked,
    text: toMixedNumber(subtract(to, from)),
  };
}
