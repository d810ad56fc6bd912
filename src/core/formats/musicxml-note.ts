import { failure, type Result, success } from '../base';
import { ARTICULATIONS, type Articulation, type LineEvent, type WrittenPitch } from '../notation';
import { type Spelling, STEPS, type Step } from '../pitch';
import {
  equals,
  maybeValueOfLength,
  type NoteBase,
  type NoteValue,
  type Rational,
  rational,
  toMixedNumber,
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
  readonly fallbackId: string;
  readonly fullMeasure: Rational | undefined;
}

/** Reads one `<note>` that is not a grace note and not part of a chord. */
export function readEvent(element: XmlElement, context: NoteContext): Result<LineEvent> {
  const duration = maybeInteger(element, 'duration');
  if (duration === undefined || duration <= 0) {
    return failure({ code: 'no-duration', message: 'A note or rest here has no duration.' });
  }
  if (maybeChild(element, 'time-modification')) {
    return failure({
      code: 'tuplet',
      message: 'This measure has a triplet or another tuplet, which Mevlo does not check.',
    });
  }
  const quarters = rational(duration, context.divisions);
  const restElement = maybeChild(element, 'rest');
  const fillsMeasure = isWholeMeasureRest(element, quarters, context);
  const value = fillsMeasure ? success<NoteValue>({ base: 'whole', dots: 0 }) : readValue(element, quarters);
  if (!value.ok) return value;
  const id = validId(element.attributes.id) ?? context.fallbackId;
  const notations = childrenNamed(element, 'notations').flatMap((n) => n.children);
  const fermata = notations.some((notation) => notation.name === 'fermata');
  if (restElement) return success({ kind: 'rest', id, value: value.value, quarters, fillsMeasure, fermata });

  const pitch = readPitch(element);
  if (!pitch.ok) return pitch;
  const slurs = notations.filter((notation) => notation.name === 'slur');
  const ties = [...childrenNamed(element, 'tie'), ...notations.filter((n) => n.name === 'tied')];
  const marks = notations.filter((n) => n.name === 'articulations').flatMap((n) => n.children);
  const technical = notations.find((n) => n.name === 'technical');
  return success({
    kind: 'note',
    id,
    value: value.value,
    quarters,
    pitch: pitch.value,
    tiedToNext: ties.some((tie) => tie.attributes.type === 'start'),
    tiedFromPrevious: ties.some((tie) => tie.attributes.type === 'stop'),
    slurStarts: slurs.filter((slur) => slur.attributes.type === 'start').length,
    slurStops: slurs.filter((slur) => slur.attributes.type === 'stop').length,
    articulations: marks.map((mark) => ARTICULATION_NAMES[mark.name]).filter((name) => name !== undefined),
    fermata,
    breathAfter: marks.some((mark) => mark.name === 'breath-mark'),
    fingering: maybeText(technical, 'fingering')?.slice(0, 8) || undefined,
    lyric: maybeText(element, 'lyric', 'text')?.slice(0, 40) || undefined,
  });
}

/** Ids become part of the page, so only plain names are taken over. */
function validId(id: string | undefined): string | undefined {
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

function readValue(element: XmlElement, quarters: Rational): Result<NoteValue> {
  const type = maybeText(element, 'type');
  const dots = childrenNamed(element, 'dot').length;
  if (type === undefined) {
    const value = maybeValueOfLength(quarters);
    if (value) return success(value);
    return failure({
      code: 'value',
      message: `A note here lasts ${toMixedNumber(quarters)} quarters, which no single note value does.`,
    });
  }
  const base = BASES[type];
  if (!base || dots > 2)
    return failure({
      code: 'value',
      message: `The note value "${type}" is not one that Mevlo checks (whole to sixteenth).`,
    });
  const value: NoteValue = { base, dots: dots as 0 | 1 | 2 };
  const length = valueLength(value);
  if (equals(length, quarters)) return success(value);
  return failure({
    code: 'value-and-duration',
    message: `A ${dots > 0 ? 'dotted ' : ''}${base} is written but it lasts ${toMixedNumber(quarters)} quarters instead of ${toMixedNumber(length)}.`,
  });
}

function readPitch(element: XmlElement): Result<WrittenPitch> {
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
    if (display) return success({ kind: 'unpitched', display });
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
