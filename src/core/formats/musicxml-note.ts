import { failure, type Result, success } from '../base';
import {
  ARTICULATIONS,
  type Articulation,
  type Bowing,
  type DrumHead,
  type LineEvent,
  type Note,
  newNote,
  type Ornament,
  type WrittenPitch,
} from '../notation';
import { type Spelling, STEPS, type Step } from '../pitch';
import {
  equals,
  maybeTuplet,
  maybeValueOfLength,
  type NoteBase,
  type NoteValue,
  type Rational,
  rational,
  subtract,
  type Tuplet,
  toMixedNumber,
  toNumber,
  valueLength,
} from '../time';
import { childrenNamed, maybeChild, maybeInteger, maybeText, type XmlElement } from './xml';

const BASES: Readonly<Record<string, NoteBase>> = {
  whole: 'whole',
  half: 'half',
  quarter: 'quarter',
  eighth: 'eighth',
  '16th': 'sixteenth',
};
const ARTICULATION_NAMES: Readonly<Record<string, Articulation>> = {
  ...Object.fromEntries(ARTICULATIONS.map((name) => [name, name])),
  'strong-accent': 'marcato',
};

interface NoteContext {
  readonly divisions: number;
  /** Called once, when the event is known to be readable. */
  id(): string;
  readonly fullMeasure: Rational | undefined;
  /** Told of every sign that is not kept, by the name of its element. */
  leftOut(elementName: string): void;
  /** Small notes that stand before it. */
  readonly graces: readonly WrittenPitch[];
}

/** Reads one `<note>` that is not a grace note and not a further note of a chord. */
export function readEvent(element: XmlElement, context: NoteContext): Result<LineEvent> {
  const duration = maybeInteger(element, 'duration');
  if (duration === undefined || duration <= 0) {
    return failure({
      code: 'no-duration',
      message: 'A note or rest here has no duration and was left out.',
    });
  }
  const tuplet = readTuplet(maybeChild(element, 'time-modification'));
  if (!tuplet.ok) return tuplet;
  const written = rational(duration, context.divisions);
  // Thirds of a beat are rounded where the divisions of the file have none.
  const quarters = tuplet.value ? (maybeExact(element, tuplet.value, written, context) ?? written) : written;
  const restElement = maybeChild(element, 'rest');
  const fillsMeasure = isWholeMeasureRest(element, quarters, context);
  const value = fillsMeasure
    ? success<NoteValue>({ base: 'whole', dots: 0 })
    : readValue(element, quarters, tuplet.value);
  if (!value.ok) return value;
  const notations = childrenNamed(element, 'notations').flatMap((n) => n.children);
  for (const { name } of [...element.children.filter((c) => !NOTE_PARTS.has(c.name)), ...notations]) {
    if (!NOTATIONS.has(name) && !(name === 'notehead' && isKnownHead(element))) context.leftOut(name);
  }
  const fermata = notations.some((notation) => notation.name === 'fermata');
  if (restElement) {
    const hidden = element.attributes['print-object'] === 'no';
    return success({
      kind: 'rest',
      id: context.id(),
      value: value.value,
      quarters,
      fillsMeasure,
      hidden,
      fermata,
    });
  }
  const pitch = readHead(element);
  if (!pitch.ok) return pitch;
  return success(
    readNote(element, notations, context, { value: value.value, quarters, pitch: pitch.value, fermata }),
  );
}

function readNote(
  element: XmlElement,
  notations: readonly XmlElement[],
  context: NoteContext,
  known: Pick<Note, 'value' | 'quarters' | 'pitch' | 'fermata'>,
): Note {
  const slurs = notations.filter((notation) => notation.name === 'slur');
  const ties = [...childrenNamed(element, 'tie'), ...notations.filter((n) => n.name === 'tied')];
  const marks = notations.filter((n) => n.name === 'articulations').flatMap((n) => n.children);
  const technical = notations.filter((n) => n.name === 'technical').flatMap((n) => n.children);
  const hint = (name: string) => technical.find((t) => t.name === name)?.text.slice(0, 8) || undefined;
  for (const { name } of marks)
    if (!(name in ARTICULATION_NAMES) && name !== 'breath-mark') context.leftOut(name);
  const ornaments = notations.filter((n) => n.name === 'ornaments').flatMap((n) => n.children);
  const ornament = ornaments.map(({ name }) => ORNAMENT_NAMES[name]).find((found) => found);
  for (const { name } of ornaments) if (!ORNAMENT_NAMES[name]) context.leftOut(name);
  const bowing = technical.map(({ name }) => BOWINGS[name]).find((found) => found);
  for (const { name } of technical) if (!TECHNICAL.has(name) && !BOWINGS[name]) context.leftOut(name);
  const stem = maybeText(element, 'stem');
  const lyrics = childrenNamed(element, 'lyric');
  if (lyrics.length > 2) context.leftOut('third verse');
  const inSecondVerse = lyrics.find(({ attributes }) => attributes.number === '2') ?? lyrics[1];
  const secondVerse = readLyric(inSecondVerse);
  return {
    ...newNote(context.id(), known.value, known.pitch),
    ...known,
    tiedToNext: ties.some((tie) => tie.attributes.type === 'start'),
    tiedFromPrevious: ties.some((tie) => tie.attributes.type === 'stop'),
    slurStarts: slurs.filter((slur) => slur.attributes.type === 'start').length,
    slurStops: slurs.filter((slur) => slur.attributes.type === 'stop').length,
    articulations: marks.map((mark) => ARTICULATION_NAMES[mark.name]).filter((name) => name !== undefined),
    breathAfter: marks.some((mark) => mark.name === 'breath-mark'),
    fingering: hint('fingering') ?? (technical.some(({ name }) => name === 'open-string') ? '0' : undefined),
    stringHint: hint('string'),
    ...(bowing && { bowing }),
    ...(ornament && { ornament }),
    positionHint: hint('other-technical'),
    lyric: readLyric(lyrics.find((lyric) => lyric !== inSecondVerse)),
    ...(secondVerse && { secondVerse }),
    ...(context.graces.length > 0 && { graces: context.graces }),
    stem: stem === 'up' || stem === 'down' ? stem : undefined,
    ...(maybeChild(element, 'accidental') && { courtesy: true }),
  };
}

/** A syllable that goes on ends with a hyphen. */
function readLyric(lyric: XmlElement | undefined): string | undefined {
  const text = maybeText(lyric, 'text')?.slice(0, 40);
  if (!text) return undefined;
  const syllabic = maybeText(lyric, 'syllabic');
  return syllabic === 'begin' || syllabic === 'middle' ? `${text}-` : text;
}

const NOTE_PARTS = new Set([
  ...[
    'chord',
    'pitch',
    'unpitched',
    'rest',
    'duration',
    'time-modification',
    'tie',
    'voice',
    'type',
    'dot',
    'accidental',
    'staff',
  ],
  ...['stem', 'beam', 'notations', 'lyric', 'instrument', 'footnote', 'level', 'listen', 'play'],
]);
const NOTATIONS = new Set(['tuplet', 'tied', 'slur', 'fermata', 'articulations', 'technical', 'ornaments']);
/** Source: MusicXML 4.0, ornaments. A short trill is what it calls an inverted mordent. */
const ORNAMENT_NAMES: Readonly<Record<string, Ornament>> = {
  'trill-mark': 'trill',
  mordent: 'mordent',
  turn: 'turn',
};
/** Source: MusicXML 4.0, elements down-bow and up-bow. */
const BOWINGS: Readonly<Record<string, Bowing>> = { 'down-bow': 'down', 'up-bow': 'up' };
const TECHNICAL = new Set(['fingering', 'string', 'other-technical', 'open-string']);

/** Ids become part of the page, so only plain names are taken over. */
export function plainId(id: string | undefined): string | undefined {
  return id !== undefined && /^[A-Za-z_][\w.-]{0,39}$/.test(id) ? id : undefined;
}

function isWholeMeasureRest(element: XmlElement, quarters: Rational, { fullMeasure }: NoteContext): boolean {
  const rest = maybeChild(element, 'rest');
  if (!rest || !fullMeasure) return false;
  const type = maybeText(element, 'type');
  return (
    equals(quarters, fullMeasure) &&
    (rest.attributes.measure === 'yes' || type === undefined || type === 'whole')
  );
}

/** @returns undefined for a plain value; a failure for what is neither a triplet nor a duplet. */
function readTuplet(modification: XmlElement | undefined): Result<Tuplet | undefined> {
  if (!modification) return success(undefined);
  const notes = maybeInteger(modification, 'actual-notes') ?? 1;
  const inTimeOf = maybeInteger(modification, 'normal-notes') ?? 1;
  const found = maybeTuplet(notes, inTimeOf);
  if (found) return success(found);
  return failure({
    code: 'tuplet',
    message: `A group of ${notes} in the time of ${inTimeOf} was left out: Mevlo counts triplets and duplets.`,
  });
}

/** What its value lasts, when the file means that and could not say it in its divisions. */
function maybeExact(
  element: XmlElement,
  tuplet: Tuplet,
  written: Rational,
  { divisions }: NoteContext,
): Rational | undefined {
  const value = maybeWrittenValue(element, tuplet);
  if (!value) return undefined;
  const exact = valueLength(value);
  return Math.abs(toNumber(subtract(exact, written))) * divisions < 1 ? exact : undefined;
}

/** As it is printed; undefined where nothing is, or what Mevlo does not write. */
function maybeWrittenValue(element: XmlElement, tuplet: Tuplet | undefined): NoteValue | undefined {
  const base = BASES[maybeText(element, 'type') ?? ''];
  const dots = childrenNamed(element, 'dot').length;
  if (!base || dots > 2) return undefined;
  return { base, dots: dots as NoteValue['dots'], ...(tuplet && { tuplet }) };
}

function readValue(element: XmlElement, quarters: Rational, tuplet: Tuplet | undefined): Result<NoteValue> {
  const type = maybeText(element, 'type');
  if (type === undefined) {
    const value = maybeValueOfLength(quarters);
    if (value) return success(value);
    return failure({
      code: 'value',
      message: `A note here lasts ${toMixedNumber(quarters)} quarters, which no single note value does.`,
    });
  }
  const value = maybeWrittenValue(element, tuplet);
  if (!value)
    return failure({
      code: 'value',
      message: `The note value "${type}" is not one that Mevlo checks (whole to sixteenth).`,
    });
  const length = valueLength(value);
  if (equals(length, quarters)) return success(value);
  return failure({
    code: 'value-and-duration',
    message: `A ${value.dots > 0 ? 'dotted ' : ''}${value.base} is written but it lasts ${toMixedNumber(quarters)} quarters instead of ${toMixedNumber(length)}.`,
  });
}

/** Source: MusicXML 4.0, type notehead-value. */
const HEADS: Readonly<Record<string, DrumHead>> = { x: 'x', cross: 'x', 'circle-x': 'open' };

/** Of a pitched note only the plain one is. */
function isKnownHead(element: XmlElement): boolean {
  const head = maybeText(element, 'notehead') ?? 'normal';
  return head === 'normal' || (maybeChild(element, 'unpitched') !== undefined && HEADS[head] !== undefined);
}

/** The pitch of a `<note>`. */
export function readHead(element: XmlElement): Result<WrittenPitch> {
  const pitch = maybeChild(element, 'pitch');
  if (pitch) {
    const spelling = readSpelling(
      maybeText(pitch, 'step'),
      maybeInteger(pitch, 'alter') ?? 0,
      maybeInteger(pitch, 'octave'),
    );
    if (spelling) return success({ kind: 'pitched', spelling });
  }
  const unpitched = maybeChild(element, 'unpitched');
  if (unpitched) {
    const display = readSpelling(
      maybeText(unpitched, 'display-step') ?? 'B',
      0,
      maybeInteger(unpitched, 'display-octave') ?? 4,
    );
    const head = HEADS[maybeText(element, 'notehead') ?? ''];
    const ghost = maybeChild(element, 'notehead')?.attributes.parentheses === 'yes';
    if (display)
      return success({ kind: 'unpitched', display, ...(head && { head }), ...(ghost && { ghost }) });
  }
  return failure({ code: 'pitch', message: 'A note here has no pitch that can be read.' });
}

function readSpelling(
  step: string | undefined,
  alter: number,
  octave: number | undefined,
): Spelling | undefined {
  if (
    !STEPS.includes(step as Step) ||
    octave === undefined ||
    octave < 0 ||
    octave > 9 ||
    Math.abs(alter) > 2
  )
    return undefined;
  return { step: step as Step, alter: alter as Spelling['alter'], octave };
}
