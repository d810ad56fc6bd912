import { unreachable } from '../base';
import {
  beatsPerMinute,
  beginsLate,
  type Clef,
  chordSymbolText,
  type Direction,
  endsOfDashes,
  eventsOfMeasure,
  graceId,
  type HeadSign,
  headSigns,
  headsOf,
  isRepeatSign,
  LANDMARK_WORDS,
  type Landmark,
  type Line,
  type LineEvent,
  type Measure,
  maybeTabStrings,
  measureOffset,
  type Note,
  type OctaveSpan,
  octaveSpans,
  type Part,
  printedOctaves,
  restRunFrom,
  sayJump,
  spellingOf,
  stopsOfNote,
  type TempoMark,
  type TupletGroup,
  tupletGroups,
  type Voice,
  voiceCountOf,
  voicesOf,
  type WrittenPitch,
} from '../notation';
import { staffPlace } from '../pitch';
import { add, divide, type Meter, type NoteBase, rational, TUPLETS, toNumber, ZERO } from '../time';
import { beamGroups } from './beam-groups';
import { escapeXml } from './xml';

/** A word printed under an event. */
export interface UnderText {
  readonly text: string;
  readonly italic: boolean;
}

export interface MeiOptions {
  /** Every so many measures a new system begins, each on a page of its own. */
  readonly measuresPerSystem: number;
  /** Printed under the events, by event id: counts, names. */
  readonly under: ReadonlyMap<string, UnderText>;
}

const DURATIONS: Readonly<Record<NoteBase, string>> = {
  whole: '1',
  half: '2',
  quarter: '4',
  eighth: '8',
  sixteenth: '16',
};
const CLEFS: Readonly<Record<Clef, string>> = {
  treble: 'clef.shape="G" clef.line="2"',
  'treble-8': 'clef.shape="G" clef.line="2" clef.dis="8" clef.dis.place="below"',
  'treble+8': 'clef.shape="G" clef.line="2" clef.dis="8" clef.dis.place="above"',
  bass: 'clef.shape="F" clef.line="4"',
  'bass-8': 'clef.shape="F" clef.line="4" clef.dis="8" clef.dis.place="below"',
  alto: 'clef.shape="C" clef.line="3"',
  tenor: 'clef.shape="C" clef.line="4"',
  percussion: 'clef.shape="perc"',
};
const ACCIDENTALS = { '-2': 'ff', '-1': 'f', '0': 'n', '1': 's', '2': 'x' } as const;
const BOWING_CODES = { down: 'dnbow', up: 'upbow' } as const;
const ARTICULATION_CODES = { accent: 'acc', staccato: 'stacc', tenuto: 'ten', marcato: 'marc' } as const;

/** Id of the printed measure at `index` in the engraving source. */
export function measureElementId(index: number): string {
  return `measure-${index}`;
}

/**
 * Writes the engraving source of a line. All event ids of the line are kept.
 * Source: MEI 5.0, Music Encoding Initiative Guidelines, 2023.
 */
export function writeMei(line: Line, options: MeiOptions): string {
  const { part } = line;
  const first = part.measures[0]!;
  const body = new MeiBody(line, options).write();
  const staves = `<staffDef n="1" lines="${part.staffLines}" ${CLEFS[first.clef]} ${keyAndMeter(first)}/>${
    first.lowerClef ? `<staffDef n="2" lines="5" ${CLEFS[first.lowerClef]} ${keyAndMeter(first)}/>` : ''
  }${writeTabStaff(part)}`;
  const group = first.lowerClef ? ' symbol="brace" bar.thru="true"' : '';
  return `<?xml version="1.0" encoding="UTF-8"?>
<mei xmlns="http://www.music-encoding.org/ns/mei" meiversion="5.0"><meiHead><fileDesc><titleStmt><title>${escapeXml(line.title)}</title></titleStmt><pubStmt/></fileDesc></meiHead>
<music><body><mdiv><score><scoreDef><staffGrp${group}>${staves}</staffGrp></scoreDef>
<section>${body}</section></score></mdiv></body></music></mei>`;
}

/** A line for each string. Source: MEI 5.0, tablature. */
function writeTabStaff(part: Part): string {
  const strings = maybeTabStrings(part);
  return strings
    ? `<staffDef n="2" lines="${strings.length}" notationtype="tab.guitar" clef.shape="TAB" clef.line="5" spacing="7vu"/>`
    : '';
}

/** What is only held has no number of its own. */
function writeStops(event: LineEvent, strings: readonly number[]): string {
  const dots = event.value.dots ? ` dots="${event.value.dots}"` : '';
  if (event.kind === 'rest' && event.fillsMeasure) return '<mSpace/>';
  const value = `dur="${DURATIONS[event.value.base]}"${dots}`;
  const stops = stopsOfNote(event, strings);
  if (stops.length === 0) return `<space ${value}/>`;
  const notes = stops.map(
    ({ stringNumber, fret }) => `<note tab.course="${stringNumber}" tab.fret="${fret}"/>`,
  );
  return `<tabGrp ${value}>${notes.join('')}</tabGrp>`;
}

/** The first count stands under the head, what is only held follows it; a single word stands in the middle under its head. */
function writeUnder({ text, italic }: UnderText): string {
  const style = `${italic ? ' fontstyle="italic"' : ''}${/[ -]./.test(text) ? ' halign="left"' : ''}`;
  return style ? `<rend${style}>${escapeXml(text)}</rend>` : escapeXml(text);
}

/** What of key and meter a measure prints at its beginning: all of it in the first, then what has changed. */
function keyAndMeter(measure: Measure, before?: Measure): string {
  const { keyFifths, meter, meterSymbol } = measure;
  const signature = keyFifths === 0 ? '0' : `${Math.abs(keyFifths)}${keyFifths > 0 ? 's' : 'f'}`;
  const key = keyFifths === before?.keyFifths ? '' : `key.sig="${signature}" `;
  if (before && sameMeter(before, measure)) return key;
  const symbol = meterSymbol ? ` meter.sym="${meterSymbol}"` : '';
  return `${key}meter.count="${meter.beats}" meter.unit="${meter.beatType}"${symbol}`;
}

const sameMeter = (a: Measure, b: Measure) =>
  a.meter.beats === b.meter.beats && a.meter.beatType === b.meter.beatType && a.meterSymbol === b.meterSymbol;

class MeiBody {
  /** Ties and slurs by the id of their first note: the engraver wants them in its measure. */
  readonly #spans: ReadonlyMap<string, string>;
  readonly #dashed: ReturnType<typeof endsOfDashes>;
  /** From where a note sounds to where it is printed, by event id. */
  readonly #octaves: ReadonlyMap<string, number>;
  /** By the measure they start in. */
  readonly #octaveSpans: readonly OctaveSpan[];

  constructor(
    private readonly line: Line,
    private readonly options: MeiOptions,
  ) {
    this.#spans = spansByStart(line);
    this.#dashed = endsOfDashes(line.part.measures);
    this.#octaveSpans = octaveSpans(line.part);
    this.#octaves = printedOctaves(this.#octaveSpans);
  }

  write(): string {
    const { measures } = this.line.part;
    const parts: string[] = [];
    let openEnding = '';
    measures.forEach((measure, index) => {
      // It is drawn in the rest that began before it.
      if (index > 0 && measure.shorthand === 'rest-goes-on') return;
      const ending = measure.endingPasses.join(', ');
      if (openEnding && openEnding !== ending) parts.push('</ending>');
      if (index > 0 && this.#startsSystem(index)) parts.push('<pb/>');
      if (index > 0) parts.push(changes(measures[index - 1]!, measure));
      if (ending && openEnding !== ending) parts.push(`<ending n="${ending}" label="${ending}.">`);
      openEnding = ending;
      parts.push(this.#measure(measure, index));
    });
    if (openEnding) parts.push('</ending>');
    return parts.join('\n');
  }

  /** A pickup stands before the first full measures and does not count as one. */
  #startsSystem(index: number): boolean {
    const pickup = this.line.part.measures[0]!.number === 0 ? 1 : 0;
    return index > pickup && (index - pickup) % this.options.measuresPerSystem === 0;
  }

  #measure(measure: Measure, index: number): string {
    const signs = headSigns(measure);
    const isSign = isRepeatSign(this.line.part.measures, index);
    const rests = restRunFrom(this.line.part.measures, index);
    const short = isSign
      ? '<mRpt num.visible="false"/>'
      : rests > 1
        ? `<multiRest num="${rests}" width="${rests * 12}vu"/>`
        : undefined;
    const layers = (staff: Voice['staff'], main: readonly LineEvent[] | undefined) => {
      const voices = [
        ...(main ? [main] : []),
        ...measure.otherVoices.filter((voice) => voice.staff === staff).map(({ events }) => events),
      ];
      if (short) return `<layer n="1">${short}</layer>`;
      return voices
        .map((events, n) => `<layer n="${n + 1}">${this.#layer(measure, events, signs)}</layer>`)
        .join('');
    };
    const last = this.line.part.measures[index + rests - 1]!;
    const isLast = index + rests === this.line.part.measures.length;
    const form = last.repeatPlays > 1 ? 'rptend' : isLast ? 'end' : last.barline && BARLINES[last.barline];
    const right = form ? ` right="${form}"` : '';
    const left = measure.repeatStart ? ' left="rptstart"' : '';
    const irregular = beginsLate(measure) ? ' metcon="false"' : '';
    const marks = [
      index === 0 ? this.#tempo() : '',
      ...(short ? [] : eventsOfMeasure(measure).map((event) => this.#controls(event))),
      ...this.#directions(measure, index),
      ...this.#octaveSpans.filter(({ startMeasure }) => startMeasure === index).map(writeOctaveSpan),
      writeRoadSigns(measure),
      last === measure ? '' : writeRoadSigns(last),
    ];
    const lower = measure.lowerClef
      ? `<staff n="2">${layers('lower', undefined)}</staff>`
      : this.#tablature(measure, short);
    return `<measure xml:id="${measureElementId(index)}" n="${measure.number}"${left}${right}${irregular}><staff n="1">${layers('upper', measure.events)}</staff>${lower}${marks.join('')}</measure>`;
  }

  /** The staff of strings and frets, for the first voice. */
  #tablature(measure: Measure, short: string | undefined): string {
    const strings = maybeTabStrings(this.line.part);
    if (!strings) return '';
    const tuplets = tupletGroups(measure, measure.events).filter(({ tuplet }) => tuplet);
    const opening = new Map(tuplets.map((group) => [group.events[0], group]));
    const closing = new Set(tuplets.map((group) => group.events.at(-1)));
    const events = measure.events.map((event) => {
      const group = opening.get(event);
      const { notes, inTimeOf } = TUPLETS[group?.tuplet ?? 'triplet'];
      const open = group
        ? `<tuplet num="${notes}" numbase="${inTimeOf}" num.visible="false" bracket.visible="false">`
        : '';
      return `${open}${writeStops(event, strings)}${closing.has(event) ? '</tuplet>' : ''}`;
    });
    // A sign that stands for the measure stands on the upper staff alone.
    return `<staff n="2"><layer n="1">${short ? '<mSpace/>' : events.join('')}</layer></staff>`;
  }

  #layer(
    measure: Measure,
    events: readonly LineEvent[],
    signs: ReadonlyMap<string, readonly (HeadSign | undefined)[]>,
  ): string {
    const tuplets = tupletGroups(measure, events).filter(({ tuplet }) => tuplet);
    const opening = new Map(tuplets.map((group) => [group.events[0], writeTuplet(group)]));
    const closing = new Set(tuplets.map((group) => group.events.at(-1)));
    const groups = beamGroups(measure, events).map((group) => {
      const inside = group
        .map((event) => `${this.#graces(event, signs)}${this.#event(event, signs.get(event.id) ?? [])}`)
        .join('');
      const beamed = group.length > 1 ? `<beam>${inside}</beam>` : inside;
      return `${opening.get(group[0]) ?? ''}${beamed}${closing.has(group.at(-1)) ? '</tuplet>' : ''}`;
    });
    return groups.join('');
  }

  /** Small, with a stroke through the stem. Source: MEI 5.0, attribute grace. */
  #graces(event: LineEvent, signs: ReadonlyMap<string, readonly (HeadSign | undefined)[]>): string {
    const graces = (event.kind === 'note' && event.graces) || [];
    const notes = graces.map((pitch, index) => {
      const id = graceId(event as Note, index);
      const shape = graces.length === 1 ? 'dur="8" stem.mod="1slash"' : 'dur="16"';
      return `<note xml:id="${id}" grace="unacc" ${shape} stem.dir="up" ${this.#pitch(pitch, this.#octaves.get(event.id), '')}${accidentalOf(signs.get(id)?.[0])}/>`;
    });
    return notes.length > 1 ? `<graceGrp><beam>${notes.join('')}</beam></graceGrp>` : notes.join('');
  }

  #event(event: LineEvent, signs: readonly (HeadSign | undefined)[]): string {
    const dots = event.value.dots ? ` dots="${event.value.dots}"` : '';
    const value = `xml:id="${event.id}" dur="${DURATIONS[event.value.base]}"${dots}`;
    if (event.kind === 'rest') {
      if (event.fillsMeasure) return `<${event.hidden ? 'mSpace' : 'mRest'} xml:id="${event.id}"/>`;
      return `<${event.hidden ? 'space' : 'rest'} ${value}/>`;
    }
    const artic = [
      ...event.articulations.map((name) => ARTICULATION_CODES[name]),
      ...(event.bowing ? [BOWING_CODES[event.bowing]] : []),
      // The ring of an open cymbal stands over the cross.
      ...(headsOf(event).some((head) => head.kind === 'unpitched' && head.head === 'open') ? ['open'] : []),
    ].join(' ');
    const marks = `${artic ? ` artic="${artic}"` : ''}${event.stem ? ` stem.dir="${event.stem}"` : ''}`;
    const verse = [event.lyric, event.secondVerse]
      .map((words, n) => (words ? `<verse n="${n + 1}"><syl>${escapeXml(words)}</syl></verse>` : ''))
      .join('');
    const octaves = this.#octaves.get(event.id);
    if (event.chordPitches.length === 0)
      return `<note ${value} ${this.#pitch(event.pitch, octaves)}${accidentalOf(signs[0])}${marks}>${verse}</note>`;
    const heads = headsOf(event).map(
      (pitch, index) =>
        `<note xml:id="${chordHeadId(event, index)}" ${this.#pitch(pitch, octaves)}${accidentalOf(signs[index])}/>`,
    );
    return `<chord ${value}${marks}>${heads.join('')}${verse}</chord>`;
  }

  /** @param octaves to where it is printed. @param stem of strokes on the one line of a hand, which all point up. */
  #pitch(pitch: WrittenPitch, octaves = 0, stem = ' stem.dir="up"'): string {
    if (pitch.kind === 'pitched')
      return `pname="${pitch.spelling.step.toLowerCase()}" oct="${pitch.spelling.octave + octaves}"`;
    const brackets = pitch.ghost ? ' head.mod="paren"' : '';
    return this.line.part.staffLines === 1
      ? `loc="0"${stem}${brackets}`
      : `pname="${pitch.display.step.toLowerCase()}" oct="${pitch.display.octave}"${pitch.head ? ' head.shape="x"' : ''}${brackets}`;
  }

  /** Ties, slurs, counts and the other signs that point to an event. */
  #controls(event: LineEvent): string {
    const at = `startid="#${event.id}"`;
    const parts: string[] = [];
    const under = this.options.under.get(event.id);
    if (under?.text) {
      parts.push(`<harm place="below" ${at}>${writeUnder(under)}</harm>`);
    }
    if (event.fermata) parts.push(`<fermata place="above" ${at}/>`);
    if (event.kind === 'rest') return event.hidden ? '' : parts.join('');
    parts.push(this.#spans.get(event.id) ?? '');
    if (event.ornament) parts.push(`<${event.ornament} place="above" ${at}/>`);
    if (event.breathAfter) parts.push(`<breath ${at}/>`);
    if (event.fingering) parts.push(`<fing place="above" ${at}>${escapeXml(event.fingering)}</fing>`);
    if (event.stringHint)
      parts.push(
        `<dir place="above" ${at}><rend rend="circle" fontstyle="normal">${escapeXml(event.stringHint)}</rend></dir>`,
      );
    if (event.positionHint)
      parts.push(
        `<dir place="above" ${at}><rend fontstyle="normal">${escapeXml(event.positionHint)}</rend></dir>`,
      );
    return parts.join('');
  }

  /** Only the words: the metronome mark would need a music font inside the text, 50 kB in every drawing. */
  #tempo(): string {
    const { tempo, measures } = this.line.part;
    if (!tempo?.words) return '';
    return `<tempo staff="1" tstamp="${timestamp(measures[0]!, { offsetQuarters: ZERO })}">${escapeXml(tempo.words)}</tempo>`;
  }

  #directions(measure: Measure, index: number): string[] {
    return measure.directions.map((direction, order) => {
      const at = `tstamp="${timestamp(measure, direction)}" staff="1"`;
      switch (direction.kind) {
        case 'chord':
          return `<dir place="above" ${at}><rend fontstyle="normal" fontweight="bold">${escapeXml(chordSymbolText(direction.symbol))}</rend></dir>`;
        case 'dynamic':
          return `<dynam place="below" ${at}>${escapeXml(direction.mark)}</dynam>`;
        case 'words': {
          const dashed = this.#dashed.get(direction);
          const dashes =
            dashed &&
            ` extender="true" lform="dashed" tstamp2="${dashed.measureIndex - index}m+${timestamp(this.line.part.measures[dashed.measureIndex]!, dashed.end)}"`;
          return `<dir place="${direction.placement}" ${at}${dashes ?? ''}>${escapeXml(direction.text)}</dir>`;
        }
        case 'tempo':
          return `<tempo ${at}>${escapeXml(sayTempo(direction.mark, measure.meter))}</tempo>`;
        case 'hairpin': {
          if (direction.shape === 'stop') return '';
          const end = this.#hairpinEnd(index, order);
          return `<hairpin place="below" form="${direction.shape === 'crescendo' ? 'cres' : 'dim'}" ${at} tstamp2="${end}"/>`;
        }
        case 'dashes-end':
        case 'octave-line':
          return '';
        default:
          return unreachable(direction);
      }
    });
  }

  /** Where the hairpin that starts as direction `order` of measure `from` ends, as `measures m+ beat`: at its stop or the sign before that. */
  #hairpinEnd(from: number, order: number): string {
    const { measures } = this.line.part;
    for (let index = from; index < measures.length; index++) {
      const measure = measures[index]!;
      const end = measure.directions.find(
        ({ kind }, other) => (kind === 'hairpin' || kind === 'dynamic') && (index > from || other > order),
      );
      if (end) return `${index - from}m+${timestamp(measure, end)}`;
    }
    // One that nothing ends goes to its barline, not through the rest of the line.
    return `0m+${measures[from]!.meter.beats + 1}`;
  }
}

function writeOctaveSpan({ shape, events }: OctaveSpan): string {
  const ends = `startid="#${events[0]!.id}" endid="#${events.at(-1)!.id}"`;
  return `<octave dis="8" dis.place="${shape === '8va' ? 'above' : 'below'}" staff="1" ${ends}/>`;
}

/** Segno and coda where the measure begins, the others over its last beat. Source: MEI 5.0, element repeatMark. */
function writeRoadSigns({ landmarks = [], jump, meter: { beats } }: Measure): string {
  const mark = (func: string, isAtEnd: boolean, words = '') =>
    `<repeatMark func="${func}" place="above" tstamp="${isAtEnd ? beats : 0}">${words}</repeatMark>`;
  const signs: Readonly<Record<Landmark, string>> = {
    segno: mark('segno', false),
    coda: mark('coda', false),
    fine: mark('fine', true, LANDMARK_WORDS.fine),
    'to-coda': mark('coda', true),
  };
  const leads = jump ? mark(jump.to === 'start' ? 'daCapo' : 'dalSegno', true, sayJump(jump)) : '';
  return `${landmarks.map((one) => signs[one]).join('')}${leads}`;
}

function writeTuplet({ tuplet }: TupletGroup): string {
  const { notes, inTimeOf } = TUPLETS[tuplet!];
  return `<tuplet num="${notes}" numbase="${inTimeOf}">`;
}

const BARLINES = { double: 'dbl', final: 'end' } as const;

function spansByStart(line: Line): ReadonlyMap<string, string> {
  const spans = new Map<string, string>();
  for (let voice = 0; voice < voiceCountOf(line.part); voice++) {
    addSpans(
      spans,
      line.part.measures.flatMap((measure) => voicesOf(measure)[voice] ?? []),
    );
  }
  return spans;
}

function addSpans(spans: Map<string, string>, voice: readonly LineEvent[]): void {
  const add = (element: 'tie' | 'slur', owner: string, start: string, end: string) =>
    spans.set(owner, `${spans.get(owner) ?? ''}<${element} startid="#${start}" endid="#${end}"/>`);
  const openSlurs: string[] = [];
  let tieStart: Note | undefined;
  for (const note of voice) {
    if (note.kind === 'rest') continue;
    if (note.tiedFromPrevious && tieStart) {
      const from = tieStart;
      // Every head of a chord is tied to the head of the same pitch.
      headsOf(from).forEach((pitch, index) => {
        const to = headsOf(note).findIndex((other) => samePitch(pitch, other));
        if (to >= 0) add('tie', from.id, headId(from, index), headId(note, to));
      });
    }
    tieStart = note.tiedToNext ? note : undefined;
    for (let n = 0; n < note.slurStops; n++) {
      const start = openSlurs.pop();
      if (start) add('slur', start, start, note.id);
    }
    for (let n = 0; n < note.slurStarts; n++) openSlurs.push(note.id);
  }
}

function samePitch(a: WrittenPitch, b: WrittenPitch): boolean {
  return staffPlace(spellingOf(a)) === staffPlace(spellingOf(b));
}

function chordHeadId(note: LineEvent, index: number): string {
  return `${note.id}-head${index + 1}`;
}

function headId(note: Note, index: number): string {
  return note.chordPitches.length === 0 ? note.id : chordHeadId(note, index);
}

function accidentalOf(sign: HeadSign | undefined): string {
  if (!sign) return '';
  const name = ACCIDENTALS[`${sign.alter}`];
  if (sign.isPrinted) return ` accid="${name}"`;
  return sign.alter === 0 ? '' : ` accid.ges="${name}"`;
}

function changes(before: Measure, now: Measure): string {
  const sameClefs = before.clef === now.clef && before.lowerClef === now.lowerClef;
  if (sameMeter(before, now) && before.keyFifths === now.keyFifths && sameClefs) return '';
  const upper = before.clef === now.clef ? '' : CLEFS[now.clef];
  const lower = !now.lowerClef || before.lowerClef === now.lowerClef ? '' : CLEFS[now.lowerClef];
  const second = now.lowerClef ? `<staffDef n="2" ${lower} ${keyAndMeter(now, before)}/>` : '';
  return `<scoreDef><staffGrp><staffDef n="1" ${upper} ${keyAndMeter(now, before)}/>${second}</staffGrp></scoreDef>`;
}

/** In words, as the note would need a music font inside the text: "Faster, beat = 96". */
function sayTempo(mark: TempoMark, meter: Meter): string {
  const counted = `beat = ${Math.round(beatsPerMinute(mark, meter))}`;
  return mark.words ? `${mark.words}, ${counted}` : counted;
}

function timestamp(measure: Measure, { offsetQuarters }: Pick<Direction, 'offsetQuarters'>): number {
  const offset = add(measureOffset(measure), offsetQuarters);
  return 1 + toNumber(divide(offset, rational(4, measure.meter.beatType)));
}
