import { unreachable } from '../base';
import {
  type Articulation,
  asksForSwing,
  type ChordSymbol,
  chordSymbolLetters,
  type Direction,
  graceId,
  type HeadSign,
  headSigns,
  headsOf,
  type LineEvent,
  type Measure,
  type Note,
  type Ornament,
  stopsOfNote,
  tupletGroups,
  type WrittenPitch,
} from '../notation';
import { midiToSpelling, type Spelling } from '../pitch';
import {
  add,
  compare,
  multiply,
  type NoteBase,
  type Rational,
  rational,
  TUPLETS,
  toNumber,
  ZERO,
} from '../time';
import { writeBeams } from './musicxml-beams';
import { writeSoundTempo, writeTempoMark } from './musicxml-tempo';
import { escapeXml } from './xml';

/** Of a quarter note: a sixteenth with two dots is the finest value that can be written, and a third of a beat. */
export const DIVISIONS = 48;

/** What goes over several notes while a part is written: slurs that are open, by their numbers. */
interface OpenSpans {
  slurs: number[];
  /** Words that dashes follow. */
  readonly dashed: { has(words: Direction): boolean };
}

/** @throws RangeError when it is not a whole number of divisions. */
export function toDivisions(quarters: Rational): number {
  const divisions = multiply(quarters, rational(DIVISIONS));
  if (divisions.denominator !== 1)
    throw new RangeError(`a length must be a multiple of 1/${DIVISIONS} quarter, got ${toNumber(quarters)}`);
  return divisions.numerator;
}

/**
 * Notes, rests and directions of a measure: one voice after the other, going back between them.
 * @param strings of a part with tablature, which stands on a second staff.
 */
export function writeVoices(
  measure: Measure,
  open: OpenSpans,
  strings: readonly number[] | undefined,
): string {
  const signs = headSigns(measure);
  const staffOf = (staff: 'upper' | 'lower') =>
    measure.lowerClef === undefined && !strings ? '' : `<staff>${staff === 'upper' ? 1 : 2}</staff>`;
  const main = writeEvents(measure.events, measure.directions, {
    voice: 1,
    staff: staffOf('upper'),
    signs,
    open,
    beams: writeBeams(measure, measure.events),
    tuplets: edgesOfTuplets(measure, measure.events),
  });
  let back = lengthOf(measure.events);
  const others = measure.otherVoices.map((voice, index) => {
    const backup = back > 0 ? `<backup><duration>${back}</duration></backup>` : '';
    back = lengthOf(voice.events);
    if (voice.events.length === 0) return backup;
    return `${backup}${writeEvents(voice.events, [], { voice: index + 2, staff: staffOf(voice.staff), signs, open: { slurs: [], dashed: open.dashed }, beams: writeBeams(measure, voice.events), tuplets: edgesOfTuplets(measure, voice.events) })}`;
  });
  const tablature = strings
    ? `<backup><duration>${back}</duration></backup>${writeTablature(measure, strings)}`
    : '';
  return main + others.join('') + (back > 0 ? tablature : '');
}

const TAB_VOICE = 9;

/** The first voice once more, by strings and frets. */
function writeTablature({ events }: Measure, strings: readonly number[]): string {
  const where = `<voice>${TAB_VOICE}</voice>`;
  return events
    .map((event) => {
      const duration = toDivisions(event.quarters);
      const stops = stopsOfNote(event, strings);
      if (event.kind === 'rest' || stops.length === 0)
        return `<forward><duration>${duration}</duration>${where}<staff>2</staff></forward>`;
      return stops
        .map(({ stringNumber, fret }, index) => {
          const head = midiToSpelling(strings[stringNumber - 1]! + fret, 0);
          return `<note>${index > 0 ? '<chord/>' : ''}${writePitch({ kind: 'pitched', spelling: head })}<duration>${duration}</duration>${where}${writeValue(event)}${writeTimeModification(event)}<staff>2</staff><notations><technical><string>${stringNumber}</string><fret>${fret}</fret></technical></notations></note>`;
        })
        .join('');
    })
    .join('');
}

function lengthOf(events: readonly LineEvent[]): number {
  return events.reduce((total, event) => total + toDivisions(event.quarters), 0);
}

interface VoiceContext {
  readonly voice: number;
  readonly staff: string;
  readonly signs: ReadonlyMap<string, readonly (HeadSign | undefined)[]>;
  readonly open: OpenSpans;
  /** By event id. */
  readonly beams: ReadonlyMap<string, string>;
  readonly tuplets: TupletEdges;
}

/** Where small numbers begin and end. */
interface TupletEdges {
  readonly first: ReadonlySet<LineEvent | undefined>;
  readonly last: ReadonlySet<LineEvent | undefined>;
}

function edgesOfTuplets(measure: Measure, events: readonly LineEvent[]): TupletEdges {
  const groups = tupletGroups(measure, events).filter(({ tuplet }) => tuplet);
  return {
    first: new Set(groups.map((group) => group.events[0])),
    last: new Set(groups.map((group) => group.events.at(-1))),
  };
}

function writeEvents(
  events: readonly LineEvent[],
  directions: readonly Direction[],
  context: VoiceContext,
): string {
  const waiting = directions.toSorted((a, b) => compare(a.offsetQuarters, b.offsetQuarters));
  const pieces: string[] = [];
  let at: Rational = ZERO;
  for (const event of events) {
    const end = add(at, event.quarters);
    while (waiting[0] && compare(waiting[0].offsetQuarters, end) < 0) {
      pieces.push(writeDirection(waiting.shift()!, at, context));
    }
    pieces.push(event.kind === 'rest' ? writeRest(event, context) : writeNote(event, context));
    at = end;
  }
  for (const direction of waiting) pieces.push(writeDirection(direction, at, context));
  return pieces.join('');
}

function writeDirection(direction: Direction, at: Rational, { open: { dashed } }: VoiceContext): string {
  const offset = toDivisions(direction.offsetQuarters) - toDivisions(at);
  const offsetElement = offset === 0 ? '' : `<offset>${offset}</offset>`;
  const placed = (placement: 'above' | 'below', types: readonly string[], sound = '') =>
    `<direction placement="${placement}">${types.map((type) => `<direction-type>${type}</direction-type>`).join('')}${offsetElement}${sound}</direction>`;
  switch (direction.kind) {
    case 'words': {
      const dashes = dashed.has(direction) ? ['<dashes type="start" number="1"/>'] : [];
      return placed(
        direction.placement,
        [`<words>${escapeXml(direction.text)}</words>`, ...dashes],
        asksForSwing(direction.text) ? SOUND_SWING : '',
      );
    }
    case 'dashes-end':
      return placed('above', ['<dashes type="stop" number="1"/>']);
    case 'chord':
      return writeChordSymbol(direction.symbol, offsetElement);
    case 'dynamic':
      return placed('below', [`<dynamics>${writeDynamic(direction.mark)}</dynamics>`]);
    case 'octave-line':
      return placed(direction.shape === '8vb' ? 'below' : 'above', [OCTAVE_SHIFTS[direction.shape]]);
    case 'hairpin':
      return placed('below', [`<wedge type="${direction.shape}"/>`]);
    case 'tempo':
      return `<direction placement="above">${writeTempoMark(direction.mark)}${offsetElement}${writeSoundTempo(direction.mark)}</direction>`;
    default:
      return unreachable(direction);
  }
}

/** It says where the printed notes go. Source: MusicXML 4.0, element octave-shift. */
const OCTAVE_SHIFTS = {
  '8va': '<octave-shift type="down" size="8"/>',
  '8vb': '<octave-shift type="up" size="8"/>',
  stop: '<octave-shift type="stop" size="8"/>',
} as const;

/** Two thirds to one third. Source: MusicXML 4.0, element swing. */
const SOUND_SWING =
  '<sound><swing><first>2</first><second>1</second><swing-type>eighth</swing-type></swing></sound>';

/** Source: MusicXML 4.0, element harmony. */
function writeChordSymbol(symbol: ChordSymbol, offset: string): string {
  const tone = (name: 'root' | 'bass', { step, alter }: ChordSymbol['root']) =>
    `<${name}><${name}-step>${step}</${name}-step>${alter === 0 ? '' : `<${name}-alter>${alter}</${name}-alter>`}</${name}>`;
  const { root, kind, bass } = symbol;
  const sign = chordSymbolLetters({ root: { step: 'C', alter: 0 }, kind }).slice(1);
  return `<harmony>${tone('root', root)}<kind text="${escapeXml(sign)}">${kind}</kind>${bass ? tone('bass', bass) : ''}${offset}</harmony>`;
}

/** Marks that MusicXML has elements for. Source: MusicXML 4.0, dynamics. */
const DYNAMIC_ELEMENTS = /^(p{1,6}|f{1,6}|mp|mf|sf|sfp|sfpp|fp|rf|rfz|sfz|sffz|fz|n|pf|sfzp)$/;

function writeDynamic(mark: string): string {
  return DYNAMIC_ELEMENTS.test(mark) ? `<${mark}/>` : `<other-dynamics>${escapeXml(mark)}</other-dynamics>`;
}

const TYPES: Readonly<Record<NoteBase, string>> = {
  whole: 'whole',
  half: 'half',
  quarter: 'quarter',
  eighth: 'eighth',
  sixteenth: '16th',
};

function writeValue(event: LineEvent): string {
  return `<type>${TYPES[event.value.base]}</type>${'<dot/>'.repeat(event.value.dots)}`;
}

function writeTimeModification({ value: { tuplet } }: LineEvent): string {
  if (!tuplet) return '';
  const { notes, inTimeOf } = TUPLETS[tuplet];
  return `<time-modification><actual-notes>${notes}</actual-notes><normal-notes>${inTimeOf}</normal-notes></time-modification>`;
}

/** The small number: where its first and its last event stand. */
function writeTuplet(event: LineEvent, edges: TupletEdges): string {
  const types = [...(edges.first.has(event) ? ['start'] : []), ...(edges.last.has(event) ? ['stop'] : [])];
  return types.map((type) => `<tuplet type="${type}"/>`).join('');
}

function writeRest(
  event: Extract<LineEvent, { kind: 'rest' }>,
  { voice, staff, tuplets }: VoiceContext,
): string {
  const hidden = event.hidden ? ' print-object="no"' : '';
  const value = event.fillsMeasure ? '' : `${writeValue(event)}${writeTimeModification(event)}`;
  const signs = `${writeTuplet(event, tuplets)}${event.fermata ? '<fermata/>' : ''}`;
  const notations = signs ? `<notations>${signs}</notations>` : '';
  return `<note id="${event.id}"${hidden}><rest${event.fillsMeasure ? ' measure="yes"' : ''}/><duration>${toDivisions(event.quarters)}</duration><voice>${voice}</voice>${value}${staff}${notations}</note>`;
}

function writeNote(note: Note, context: VoiceContext): string {
  const signs = context.signs.get(note.id) ?? [];
  const graces = note.graces?.map((grace, index) => writeGrace(note, grace, index, context)) ?? [];
  const heads = headsOf(note).map((head, index) => writeHead(note, head, signs[index], index, context));
  return [...graces, ...heads].join('');
}

/** A small note, which has no duration of its own. Source: MusicXML 4.0, element grace. */
function writeGrace(
  note: Note,
  grace: WrittenPitch,
  index: number,
  { voice, staff, signs }: VoiceContext,
): string {
  const sign = signs.get(graceId(note, index))?.[0];
  return `<note><grace slash="yes"/>${writePitch(grace)}<voice>${voice}</voice><type>eighth</type>${writeSign(sign, false)}${writeNotehead(grace)}${staff}</note>`;
}

function writeHead(
  note: Note,
  head: WrittenPitch,
  sign: HeadSign | undefined,
  index: number,
  { voice, staff, open, beams, tuplets }: VoiceContext,
): string {
  const isFirst = index === 0;
  const ties = `${note.tiedFromPrevious ? '<tie type="stop"/>' : ''}${note.tiedToNext ? '<tie type="start"/>' : ''}`;
  const stem = note.stem ? `<stem>${note.stem}</stem>` : '';
  const notations = `${ties.replaceAll('<tie ', '<tied ')}${isFirst ? `${writeTuplet(note, tuplets)}${writeNotations(note, open)}` : ''}`;
  return `<note${isFirst ? ` id="${note.id}"` : ''}>${isFirst ? '' : '<chord/>'}${writePitch(head)}<duration>${toDivisions(note.quarters)}</duration>${ties}<voice>${voice}</voice>${writeValue(note)}${writeSign(sign, isFirst && note.courtesy === true)}${writeTimeModification(note)}${stem}${writeNotehead(head)}${staff}${isFirst ? (beams.get(note.id) ?? '') : ''}${notations ? `<notations>${notations}</notations>` : ''}${isFirst ? writeLyric(note.lyric, 1) + writeLyric(note.secondVerse, 2) : ''}</note>`;
}

const NOTEHEADS = { x: 'x', open: 'circle-x' } as const;

function writeNotehead(head: WrittenPitch): string {
  if (head.kind === 'pitched' || !(head.head || head.ghost)) return '';
  const brackets = head.ghost ? ' parentheses="yes"' : '';
  return `<notehead${brackets}>${head.head ? NOTEHEADS[head.head] : 'normal'}</notehead>`;
}

function writePitch(head: WrittenPitch): string {
  if (head.kind === 'unpitched')
    return `<unpitched><display-step>${head.display.step}</display-step><display-octave>${head.display.octave}</display-octave></unpitched>`;
  const { step, alter, octave } = head.spelling;
  return `<pitch><step>${step}</step>${alter === 0 ? '' : `<alter>${alter}</alter>`}<octave>${octave}</octave></pitch>`;
}

const ACCIDENTALS: Readonly<Record<`${Spelling['alter']}`, string>> = {
  '-2': 'flat-flat',
  '-1': 'flat',
  '0': 'natural',
  '1': 'sharp',
  '2': 'double-sharp',
};

function writeSign(sign: HeadSign | undefined, isCourtesy: boolean): string {
  const reminds = isCourtesy ? ' cautionary="yes"' : '';
  return sign?.isPrinted ? `<accidental${reminds}>${ACCIDENTALS[`${sign.alter}`]}</accidental>` : '';
}

const ARTICULATIONS: Readonly<Record<Articulation, string>> = {
  accent: 'accent',
  staccato: 'staccato',
  tenuto: 'tenuto',
  marcato: 'strong-accent',
};

/** A mordent's line through it is what MusicXML calls a mordent; without one it is inverted. Source: MusicXML 4.0, ornaments. */
const ORNAMENT_ELEMENTS: Readonly<Record<Ornament, string>> = {
  trill: 'trill-mark',
  mordent: 'mordent',
  turn: 'turn',
};

function writeNotations(note: Note, open: OpenSpans): string {
  const slurs: string[] = [];
  for (let n = 0; n < note.slurStops; n++) {
    const number = open.slurs.pop();
    slurs.push(`<slur type="stop" number="${number ?? 1}"/>`);
  }
  for (let n = 0; n < note.slurStarts; n++) {
    const number = freeNumber(open.slurs);
    open.slurs.push(number);
    slurs.push(`<slur type="start" number="${number}"/>`);
  }
  const hints = [
    note.fingering && `<fingering>${escapeXml(note.fingering)}</fingering>`,
    note.bowing && `<${note.bowing}-bow/>`,
    note.stringHint && `<string>${escapeXml(note.stringHint)}</string>`,
    note.positionHint && `<other-technical>${escapeXml(note.positionHint)}</other-technical>`,
  ].filter(Boolean);
  const marks = [
    ...note.articulations.map((name) => `<${ARTICULATIONS[name]}/>`),
    ...(note.breathAfter ? ['<breath-mark/>'] : []),
  ];
  return [
    ...slurs,
    hints.length > 0 ? `<technical>${hints.join('')}</technical>` : '',
    marks.length > 0 ? `<articulations>${marks.join('')}</articulations>` : '',
    note.ornament ? `<ornaments><${ORNAMENT_ELEMENTS[note.ornament]}/></ornaments>` : '',
    note.fermata ? '<fermata/>' : '',
  ].join('');
}

/** MusicXML numbers slurs from 1 to 6 (16 in 4.0) while they are open. */
function freeNumber(taken: readonly number[]): number {
  for (let number = 1; ; number++) if (!taken.includes(number)) return number;
}

/** A syllable that goes on ends with a hyphen; MusicXML says so instead. */
function writeLyric(lyric: string | undefined, verse: 1 | 2): string {
  if (!lyric) return '';
  const goesOn = lyric.endsWith('-') && lyric.length > 1;
  const text = goesOn ? lyric.slice(0, -1) : lyric;
  return `<lyric number="${verse}"><syllabic>${goesOn ? 'begin' : 'single'}</syllabic><text>${escapeXml(text)}</text></lyric>`;
}
