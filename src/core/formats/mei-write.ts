import {
  type Clef,
  type Direction,
  type Line,
  type LineEvent,
  type Measure,
  measureOffset,
  type Note,
} from '../notation';
import { keyAlteration, type Spelling } from '../pitch';
import { add, divide, type NoteBase, rational, toNumber } from '../time';
import { beamGroups } from './mei-beams';
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
  return `<?xml version="1.0" encoding="UTF-8"?>
<mei xmlns="http://www.music-encoding.org/ns/mei" meiversion="5.0"><meiHead><fileDesc><titleStmt><title>${escapeXml(line.title)}</title></titleStmt><pubStmt/></fileDesc></meiHead>
<music><body><mdiv><score><scoreDef><staffGrp><staffDef n="1" lines="${part.staffLines}" ${CLEFS[first.clef]} ${keyAndMeter(first)}/></staffGrp></scoreDef>
<section>${body}</section></score></mdiv></body></music></mei>`;
}

function keyAndMeter(measure: Measure): string {
  const { keyFifths, meter, meterSymbol } = measure;
  const key = keyFifths === 0 ? '0' : `${Math.abs(keyFifths)}${keyFifths > 0 ? 's' : 'f'}`;
  const symbol = meterSymbol ? ` meter.sym="${meterSymbol}"` : '';
  return `key.sig="${key}" meter.count="${meter.beats}" meter.unit="${meter.beatType}"${symbol}`;
}

class MeiBody {
  /** Ties and slurs by the id of their first note: the engraver wants them in its measure. */
  readonly #spans: ReadonlyMap<string, string>;

  constructor(
    private readonly line: Line,
    private readonly options: MeiOptions,
  ) {
    this.#spans = spansByStart(line);
  }

  write(): string {
    const { measures } = this.line.part;
    const parts: string[] = [];
    let openEnding = '';
    measures.forEach((measure, index) => {
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
    const accidentals = shownAccidentals(measure);
    const groups = beamGroups(measure).map((group) => {
      const inside = group.map((event) => this.#event(event, accidentals)).join('');
      return group.length > 1 ? `<beam>${inside}</beam>` : inside;
    });
    const isLast = index === this.line.part.measures.length - 1;
    const right = measure.repeatPlays > 1 ? ' right="rptend"' : isLast ? ' right="end"' : '';
    const left = measure.repeatStart ? ' left="rptstart"' : '';
    const irregular = measure.number === 0 ? ' metcon="false"' : '';
    const marks = [
      index === 0 ? this.#tempo() : '',
      ...measure.events.map((event) => this.#controls(event)),
      ...this.#directions(measure, index),
    ];
    return `<measure xml:id="${measureElementId(index)}" n="${measure.number}"${left}${right}${irregular}><staff n="1"><layer n="1">${groups.join('')}</layer></staff>${marks.join('')}</measure>`;
  }

  #event(event: LineEvent, accidentals: ReadonlyMap<string, string>): string {
    const dots = event.value.dots ? ` dots="${event.value.dots}"` : '';
    const value = `xml:id="${event.id}" dur="${DURATIONS[event.value.base]}"${dots}`;
    if (event.kind === 'rest')
      return event.fillsMeasure ? `<mRest xml:id="${event.id}"/>` : `<rest ${value}/>`;
    const artic = event.articulations.map((name) => ARTICULATION_CODES[name]).join(' ');
    const marks = artic ? ` artic="${artic}"` : '';
    const verse = event.lyric ? `<verse n="1"><syl>${escapeXml(event.lyric)}</syl></verse>` : '';
    return `<note ${value} ${this.#pitch(event)}${accidentals.get(event.id) ?? ''}${marks}>${verse}</note>`;
  }

  #pitch({ pitch }: Note): string {
    if (pitch.kind === 'pitched')
      return `pname="${pitch.spelling.step.toLowerCase()}" oct="${pitch.spelling.octave}"`;
    return this.line.part.staffLines === 1
      ? 'loc="0" stem.dir="up"'
      : `pname="${pitch.display.step.toLowerCase()}" oct="${pitch.display.octave}"`;
  }

  /** Ties, slurs, counts and the other signs that point to an event. */
  #controls(event: LineEvent): string {
    const at = `startid="#${event.id}"`;
    const parts: string[] = [];
    const under = this.options.under.get(event.id);
    if (under?.text) {
      const text = escapeXml(under.text);
      parts.push(
        `<harm place="below" ${at}>${under.italic ? `<rend fontstyle="italic">${text}</rend>` : text}</harm>`,
      );
    }
    if (event.fermata) parts.push(`<fermata place="above" ${at}/>`);
    if (event.kind === 'rest') return parts.join('');
    parts.push(this.#spans.get(event.id) ?? '');
    if (event.breathAfter) parts.push(`<breath ${at}/>`);
    if (event.fingering) parts.push(`<fing place="above" ${at}>${escapeXml(event.fingering)}</fing>`);
    return parts.join('');
  }

  /** Only the words: the metronome mark would need a music font inside the text, 50 kB in every drawing. */
  #tempo(): string {
    const { tempo, measures } = this.line.part;
    if (!tempo?.words) return '';
    return `<tempo tstamp="${firstTimestamp(measures[0]!)}">${escapeXml(tempo.words)}</tempo>`;
  }

  #directions(measure: Measure, index: number): string[] {
    return measure.directions.map((direction, order) => {
      const at = `tstamp="${timestamp(measure, direction)}" staff="1"`;
      if (direction.kind === 'dynamic')
        return `<dynam place="below" ${at}>${escapeXml(direction.mark)}</dynam>`;
      if (direction.kind === 'words')
        return `<dir place="${direction.placement}" ${at}>${escapeXml(direction.text)}</dir>`;
      if (direction.shape === 'stop') return '';
      const end = this.#hairpinEnd(index, order);
      return `<hairpin place="below" form="${direction.shape === 'crescendo' ? 'cres' : 'dim'}" ${at} tstamp2="${end}"/>`;
    });
  }

  /** Where the hairpin that starts as direction `order` of measure `from` stops, as `measures m+ beat`. */
  #hairpinEnd(from: number, order: number): string {
    const { measures } = this.line.part;
    for (let index = from; index < measures.length; index++) {
      const measure = measures[index]!;
      const stop = measure.directions.find(
        (direction, other) =>
          direction.kind === 'hairpin' && direction.shape === 'stop' && (index > from || other > order),
      );
      const next = measure.directions.find(
        (direction, other) => direction.kind === 'dynamic' && (index > from || other > order),
      );
      const end = stop ?? next;
      if (end) return `${index - from}m+${timestamp(measure, end)}`;
    }
    const last = measures.at(-1)!;
    return `${measures.length - 1 - from}m+${last.meter.beats + 1}`;
  }
}

function spansByStart(line: Line): ReadonlyMap<string, string> {
  const spans = new Map<string, string>();
  const add = (element: 'tie' | 'slur', start: string, end: string) =>
    spans.set(start, `${spans.get(start) ?? ''}<${element} startid="#${start}" endid="#${end}"/>`);
  const openSlurs: string[] = [];
  let tieStart: string | undefined;
  for (const note of line.part.measures.flatMap((measure) => measure.events)) {
    if (note.kind === 'rest') continue;
    if (note.tiedFromPrevious && tieStart) add('tie', tieStart, note.id);
    tieStart = note.tiedToNext ? note.id : undefined;
    for (let n = 0; n < note.slurStops; n++) {
      const start = openSlurs.pop();
      if (start) add('slur', start, note.id);
    }
    for (let n = 0; n < note.slurStarts; n++) openSlurs.push(note.id);
  }
  return spans;
}

function changes(before: Measure, now: Measure): string {
  const sameMeter = before.meter.beats === now.meter.beats && before.meter.beatType === now.meter.beatType;
  if (sameMeter && before.keyFifths === now.keyFifths && before.clef === now.clef) return '';
  const clef = before.clef === now.clef ? '' : CLEFS[now.clef];
  return `<scoreDef><staffGrp><staffDef n="1" ${clef} ${keyAndMeter(now)}/></staffGrp></scoreDef>`;
}

function firstTimestamp(measure: Measure): number {
  return measure.number === 0
    ? 1 + toNumber(divide(measureOffset(measure), rational(4, measure.meter.beatType)))
    : 1;
}

function timestamp(measure: Measure, { offsetQuarters }: Direction): number {
  const offset = add(measureOffset(measure), offsetQuarters);
  return 1 + toNumber(divide(offset, rational(4, measure.meter.beatType)));
}

/** Accidentals that must be printed, and those that only sound, by note id: a sign lasts to the barline. */
function shownAccidentals(measure: Measure): ReadonlyMap<string, string> {
  const inForce = new Map<string, number>();
  const shown = new Map<string, string>();
  for (const event of measure.events) {
    if (event.kind !== 'note' || event.pitch.kind !== 'pitched') continue;
    const { spelling } = event.pitch;
    const place = `${spelling.step}${spelling.octave}`;
    const expected = inForce.get(place) ?? keyAlteration(spelling.step, measure.keyFifths);
    const sign = ACCIDENTALS[`${spelling.alter}` as keyof typeof ACCIDENTALS];
    if (spelling.alter === expected || event.tiedFromPrevious) {
      if (spelling.alter !== 0) shown.set(event.id, ` accid.ges="${sign}"`);
    } else shown.set(event.id, ` accid="${sign}"`);
    if (!event.tiedFromPrevious) inForce.set(place, spelling.alter satisfies Spelling['alter']);
  }
  return shown;
}
