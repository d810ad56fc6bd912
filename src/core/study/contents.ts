import {
  eventsOfMeasure,
  hasSwing,
  leavesTempo,
  type Measure,
  measureOffset,
  type Note,
  type Part,
  type Rest,
} from '../notation';
import { keyAlteration } from '../pitch';
import { add, beatUnit, divide, inWordsOf, isInteger, NOTE_BASES, type Vocabulary, valueName } from '../time';

/** What a teacher looks for in a line, each with the words for it. Found in the notes, never typed. */
export const CONTENTS = {
  ties: 'ties',
  'dotted-half': 'dotted half notes',
  'dotted-quarter': 'dotted quarter notes',
  'dotted-eighth': 'dotted eighth notes',
  whole: 'whole notes',
  half: 'half notes',
  eighth: 'eighth notes',
  sixteenth: 'sixteenth notes',
  triplets: 'triplets',
  duplets: 'duplets',
  'whole-rest': 'whole rests',
  'half-rest': 'half rests',
  'quarter-rest': 'quarter rests',
  'eighth-rest': 'eighth rests',
  'sixteenth-rest': 'sixteenth rests',
  'off-beat': 'entries off the beat',
  pickup: 'a pickup',
  slurs: 'slurs',
  staccato: 'staccato',
  accents: 'accents',
  tenuto: 'tenuto',
  dynamics: 'dynamic marks',
  hairpins: 'hairpins',
  fermata: 'a fermata',
  'tempo-change': 'rit., accel. or a new tempo',
  swing: 'swung eighths',
  breaths: 'breath marks',
  repeats: 'repeats',
  endings: 'first and second endings',
  jumps: 'D.C. or D.S.',
  sharps: 'sharps in the key',
  flats: 'flats in the key',
  accidentals: 'accidentals',
  'meter-2/4': '2/4',
  'meter-3/4': '3/4',
  'meter-4/4': '4/4',
  'meter-2/2': '2/2',
  'meter-3/8': '3/8',
  'meter-6/8': '6/8',
  'meter-9/8': '9/8',
  'meter-12/8': '12/8',
  chords: 'chords',
  voices: 'several voices',
  unpitched: 'strokes without pitch',
  lyrics: 'words to sing',
  ornaments: 'ornaments',
  graces: 'grace notes',
  tablature: 'tablature',
  'octave-lines': '8va or 8vb',
  'measure-repeats': 'measure repeat signs',
  'long-rests': 'rests of several measures',
  'chord-symbols': 'chord symbols',
} as const;
export type Content = keyof typeof CONTENTS;
export const CONTENT_IDS = Object.keys(CONTENTS) as readonly Content[];

/** The words for a content in a class's vocabulary: `dotted quarter notes`, `dotted crotchets`. */
export function contentName(content: Content, vocabulary: Vocabulary): string {
  const name: string = CONTENTS[content];
  if (vocabulary === 'us') return name;
  return NOTE_BASES.reduce(
    (text, base) => {
      const other = valueName({ base, dots: 0 }, vocabulary);
      return text.replace(`${base} notes`, `${other}s`).replace(`${base} rests`, `${other} rests`);
    },
    inWordsOf(name, vocabulary),
  );
}

/** Everything of the list that the part contains, in the order of the list. */
export function contentsOf(part: Part): readonly Content[] {
  const found = new Set<string>(part.measures.flatMap((measure) => [...contentsOfMeasure(measure)]));
  if (hasSwing(part)) found.add('swing');
  if (part.tablature) found.add('tablature');
  return CONTENT_IDS.filter((content) => found.has(content));
}

function* contentsOfMeasure(measure: Measure): Generator<string> {
  const { meter, keyFifths, directions, otherVoices } = measure;
  yield `meter-${meter.beats}/${meter.beatType}`;
  if (measure.number === 0) yield 'pickup';
  if (measure.repeatStart || measure.repeatPlays > 1) yield 'repeats';
  if (measure.endingPasses.length > 0) yield 'endings';
  if (measure.jump) yield 'jumps';
  if (measure.shorthand === 'as-before') yield 'measure-repeats';
  if (measure.shorthand === 'rest-goes-on') yield 'long-rests';
  if (keyFifths > 0) yield 'sharps';
  if (keyFifths < 0) yield 'flats';
  if (otherVoices.some(({ events }) => events.length > 0)) yield 'voices';
  for (const direction of directions) {
    if (direction.kind === 'dynamic') yield 'dynamics';
    if (direction.kind === 'hairpin') yield 'hairpins';
    if (direction.kind === 'chord') yield 'chord-symbols';
    if (direction.kind === 'octave-line') yield 'octave-lines';
    if (direction.kind === 'tempo' || (direction.kind === 'words' && leavesTempo(direction.text)))
      yield 'tempo-change';
  }
  for (const event of eventsOfMeasure(measure)) {
    if (event.fermata) yield 'fermata';
    if (event.kind === 'note') yield* contentsOfNote(event, keyFifths);
    else if (!event.hidden) yield restName(event);
  }
  if (hasOffBeatEntry(measure)) yield 'off-beat';
}

function* contentsOfNote(note: Note, keyFifths: number): Generator<string> {
  yield note.value.dots > 0 ? `dotted-${note.value.base}` : note.value.base;
  if (note.value.tuplet) yield `${note.value.tuplet}s`;
  if (note.tiedToNext) yield 'ties';
  if (note.slurStarts > 0) yield 'slurs';
  if (note.breathAfter) yield 'breaths';
  if (note.lyric || note.secondVerse) yield 'lyrics';
  if (note.ornament) yield 'ornaments';
  if (note.graces) yield 'graces';
  if (note.chordPitches.length > 0) yield 'chords';
  if (note.articulations.includes('staccato')) yield 'staccato';
  if (note.articulations.includes('tenuto')) yield 'tenuto';
  if (note.articulations.some((name) => name === 'accent' || name === 'marcato')) yield 'accents';
  if (note.pitch.kind === 'unpitched') yield 'unpitched';
  else if (note.pitch.spelling.alter !== keyAlteration(note.pitch.spelling.step, keyFifths))
    yield 'accidentals';
}

function restName(rest: Rest): string {
  return `${rest.fillsMeasure ? 'whole' : rest.value.base}-rest`;
}

/** A note that comes in after a rest, between two beats. */
function hasOffBeatEntry(measure: Measure): boolean {
  const unit = beatUnit(measure.meter).quarters;
  let at = measureOffset(measure);
  let afterRest = false;
  for (const event of measure.events) {
    if (event.kind === 'note' && afterRest && !isInteger(divide(at, unit))) return true;
    afterRest = event.kind === 'rest';
    at = add(at, event.quarters);
  }
  return false;
}
