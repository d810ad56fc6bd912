import {
  type Direction,
  DYNAMIC_MARKS,
  type Jump,
  LANDMARKS,
  type Landmark,
  type LineEvent,
  type Measure,
  MOST_GRACES,
  maybeChordSymbol,
  maybeJump,
  maybeLandmark,
  type Note,
  newMeasure,
  newNote,
  newRest,
  type Voice,
  type WrittenPitch,
} from '../notation';
import { keyAlteration, type Spelling, STEPS } from '../pitch';
import {
  add,
  compare,
  equals,
  type Meter,
  maybeRestValues,
  maybeTiedValues,
  maybeTuplet,
  maybeValueOfLength,
  measureLength,
  meter,
  multiply,
  type NoteValue,
  type Rational,
  rational,
  type Tuplet,
  ZERO,
} from '../time';
import {
  ARTICULATION_NAMES,
  BARLINES,
  HAIRPINS,
  has,
  KNOWN_DECORATIONS,
  ornamentOf,
  ROAD_SIGNS,
  slurCount,
} from './abc-signs';
import { maybeAbcTempo } from './abc-tempo';
import type { AbcBar, AbcItem, AbcKey, AbcMeter, AbcNote, AbcPitch, AbcStaff, AbcTempo } from './abc-tune';
import { asPrinted } from './as-printed';
import { maybeCountedMeter } from './counted-meter';
import type { ReadingReport } from './reading-report';

interface InForce {
  readonly meter: Meter;
  readonly meterSymbol: Measure['meterSymbol'];
  readonly keyFifths: number;
  readonly clef: Measure['clef'];
}

const CLEFS: Readonly<Record<string, Measure['clef']>> = {
  treble: 'treble',
  bass: 'bass',
  alto: 'alto',
  tenor: 'tenor',
  perc: 'percussion',
  'treble-8': 'treble-8',
  'bass-8': 'bass-8',
  'treble+8': 'treble+8',
};

const ALTERATIONS: Readonly<Record<string, Spelling['alter']>> = {
  sharp: 1,
  flat: -1,
  natural: 0,
  dblsharp: 2,
  dblflat: -2,
};

/** Reads the voices of one staff over all its systems. @param systems the same staff of each line of the text. */
export function readAbcMeasures(
  systems: readonly AbcStaff[],
  context: { readonly idPrefix: string; readonly placePrefix: string; readonly report: ReadingReport },
): readonly Measure[] {
  const voiceCount = Math.max(...systems.map((staff) => staff.voices.length));
  const start = firstInForce(systems[0]!, context.report);
  if (!start) return [];
  const readers = Array.from({ length: voiceCount }, (_, voice) => {
    const reader = new AbcVoiceReader(start, voice, context);
    for (const staff of systems) reader.readSystem(staff.voices[voice] ?? []);
    return reader.finish();
  });
  const [main, ...others] = readers;
  const measures = main!.map((measure, index) => ({
    ...measure,
    otherVoices: others.map((voice): Voice => ({ staff: 'upper', events: voice[index]?.events ?? [] })),
  }));
  return asPrinted(measures);
}

function firstInForce(staff: AbcStaff, report: ReadingReport): InForce | undefined {
  const time = readMeter(staff.meter, report);
  return (
    time && { ...time, keyFifths: fifthsOf(staff.key), clef: CLEFS[staff.clef?.type ?? 'treble'] ?? 'treble' }
  );
}

function readMeter(
  found: AbcMeter | undefined,
  report: ReadingReport,
): Pick<InForce, 'meter' | 'meterSymbol'> | undefined {
  if (found?.type === 'common_time') return { meter: meter(4, 4), meterSymbol: 'common' };
  if (found?.type === 'cut_time') return { meter: meter(2, 2), meterSymbol: 'cut' };
  const value = found?.value?.[0];
  if (!value) {
    report.refuse('meter', undefined, 'The tune has no time signature (a line like "M:4/4").');
    return undefined;
  }
  const counted = maybeCountedMeter(value.num, value.den, undefined, report);
  return counted && { meter: counted, meterSymbol: undefined };
}

function fifthsOf(key: AbcKey | undefined): number {
  return (key?.accidentals ?? []).reduce(
    (fifths, { acc }) => fifths + (acc === 'sharp' ? 1 : acc === 'flat' ? -1 : 0),
    0,
  );
}

/** Nothing in a method book is held for longer, and who writes it slips. */
const LONGEST_WHOLE_NOTES = 16;

function sungOf(verse: NonNullable<AbcNote['lyric']>[number] | undefined): string | undefined {
  return verse?.syllable ? `${verse.syllable}${verse.divider === '-' ? '-' : ''}` : undefined;
}

class AbcVoiceReader {
  readonly #measures: Measure[] = [];
  #inForce: InForce;
  #events: LineEvent[] = [];
  #directions: Direction[] = [];
  #accidentals = new Map<number, Spelling['alter']>();
  /** Of the note before, for a tie over the barline. */
  #tiedAlters = new Map<number, Spelling['alter']>();
  /** The small number under which the notes stand: what Mevlo writes it as, and what it does to their lengths. */
  #tuplet: { readonly name: Tuplet | undefined; readonly share: Rational } | undefined;
  /** Of a group that Mevlo does not write, so far. */
  #leftOutLength: Rational = ZERO;
  /** Of the events so far. */
  #length: Rational = ZERO;
  #repeatStart = false;
  #systemBreak = false;
  #endingPasses: readonly number[] = [];
  #landmarks = new Set<Landmark>();
  #jump: Jump | undefined;
  #notes = 0;
  #restGoesOn = false;

  constructor(
    start: InForce,
    private readonly voice: number,
    private readonly context: {
      readonly idPrefix: string;
      readonly placePrefix: string;
      readonly report: ReadingReport;
    },
  ) {
    this.#inForce = start;
  }

  readSystem(items: readonly AbcItem[]): void {
    this.#systemBreak = this.#measures.length > 0;
    for (const item of items) this.#readItem(item);
  }

  finish(): readonly Measure[] {
    if (this.#events.length > 0) this.#closeMeasure(1);
    return this.#measures;
  }

  #readItem(item: AbcItem): void {
    switch (item.el_type) {
      case 'note':
        this.#readNote(item);
        return;
      case 'bar':
        this.#readBar(item);
        return;
      case 'key':
        this.#inForce = { ...this.#inForce, keyFifths: fifthsOf(item) };
        return;
      case 'meter': {
        const time = readMeter(item, this.context.report);
        if (time) this.#inForce = { ...this.#inForce, ...time };
        return;
      }
      case 'clef':
        this.#inForce = { ...this.#inForce, clef: CLEFS[item.type] ?? this.#inForce.clef };
        return;
      case 'overlay':
        this.#lose('overlay', 'A second voice written inside the measure ("&") was left out.');
        return;
      case 'tempo':
        this.#readTempo(item);
        return;
      default:
        return;
    }
  }

  #readTempo(item: AbcTempo): void {
    const mark = maybeAbcTempo(item);
    const words = [item.preString, item.postString].find((text) => text);
    if (mark) this.#directions.push({ kind: 'tempo', mark, offsetQuarters: this.#length });
    else if (words)
      this.#directions.push({
        kind: 'words',
        text: words.slice(0, 60),
        placement: 'above',
        offsetQuarters: this.#length,
      });
    else this.#remark('A change of tempo was left out.');
  }

  get #number(): number {
    const first = this.#measures[0];
    return this.#measures.length + (first && first.number === 0 ? 0 : 1);
  }

  get #where(): string {
    return `${this.context.placePrefix}measure ${this.#number}`;
  }

  #remark(message: string): void {
    this.context.report.remark('left-out', this.#where, message);
  }

  #lose(code: string, message: string): void {
    this.context.report.lose(code, this.#where, message);
  }

  get #id(): string {
    const voice = this.voice === 0 ? '' : `v${this.voice + 1}`;
    return `${this.context.idPrefix}a${this.#measures.length + 1}${voice}`;
  }

  /** Every event comes in here: how far the measure is filled is not counted anew for each. */
  #add(event: LineEvent): void {
    this.#events.push(event);
    this.#length = add(this.#length, event.quarters);
  }

  #readNote(item: AbcNote): void {
    const graces = (item.gracenotes ?? []).map((grace) => this.#readPitch(grace));
    if (graces.length > MOST_GRACES || (graces.length > 0 && item.rest))
      this.#lose('grace', 'A grace note was left out.');
    this.#readSignsAbove(item);
    const isOfMeasures = item.rest?.type.endsWith('multimeasure') ?? false;
    if (!isOfMeasures && !(item.duration >= 0 && item.duration <= LONGEST_WHOLE_NOTES)) {
      this.#lose(
        'value',
        `A note that is no longer than ${LONGEST_WHOLE_NOTES} whole notes was expected; it was left out.`,
      );
      return;
    }
    const length = isOfMeasures ? ZERO : rational(Math.round(item.duration * 256), 64);
    if (item.startTriplet !== undefined) this.#openTuplet(item);
    const tuplet = this.#tuplet;
    if (item.endTriplet) this.#tuplet = undefined;
    if (tuplet && !tuplet.name) {
      this.#leaveOut(item, multiply(length, tuplet.share));
      return;
    }
    if (item.rest) {
      this.#readRest(item.rest, length, tuplet?.name);
      return;
    }
    const values = this.#valuesOf(length, tuplet?.name);
    if (!values) {
      this.#lose('value', 'A note shorter than a sixteenth was left out.');
      return;
    }
    const heads = (item.pitches ?? []).map((pitch) => this.#readPitch(pitch));
    if (heads.length === 0) return;
    const pitches = heads.toReversed();
    values.forEach((value, index) => {
      const isFirst = index === 0;
      const isLast = index === values.length - 1;
      const plain = newNote(`${this.#id}n${++this.#notes}`, value, pitches[0]!);
      this.#add({
        ...plain,
        chordPitches: pitches.slice(1),
        ...(isFirst && graces.length > 0 && { graces: graces.slice(0, MOST_GRACES) }),
        ...(isFirst && item.pitches?.at(-1)?.accidental && { courtesy: true }),
        tiedFromPrevious: !isFirst || Boolean(item.pitches?.some(({ endTie }) => endTie)),
        tiedToNext: !isLast || Boolean(item.pitches?.some(({ startTie }) => startTie)),
        ...(isFirst && this.#signsOfStart(item)),
        ...(isLast && { slurStops: slurCount(item, 'endSlur'), breathAfter: has(item, 'breath') }),
      });
    });
  }

  #openTuplet({ startTriplet = 3, tripletMultiplier = 2 / 3 }: AbcNote): void {
    const inTimeOf = Math.round(startTriplet * tripletMultiplier) || 1;
    const name = maybeTuplet(startTriplet, inTimeOf);
    const share = rational(inTimeOf, startTriplet || 1);
    this.#tuplet = { name, share };
    this.#leftOutLength = ZERO;
  }

  /** A rest stands in the place of a group that Mevlo does not write. */
  #leaveOut({ endTriplet }: AbcNote, length: Rational): void {
    this.#leftOutLength = add(this.#leftOutLength, length);
    if (!endTriplet) return;
    this.#lose(
      'tuplet',
      'A group of notes in the time of others cannot be kept (triplets and duplets can); a rest stands in its place.',
    );
    this.#addRests(this.#leftOutLength, false);
  }

  /** Tied together where there is no single one. @returns undefined where sixteenths cannot fill it. */
  #valuesOf(length: Rational, tuplet: Tuplet | undefined): readonly NoteValue[] | undefined {
    if (!tuplet) return maybeTiedValues(this.#inForce.meter, this.#length, length);
    const value = maybeValueOfLength(length);
    return value && [{ ...value, tuplet }];
  }

  #readRest(rest: NonNullable<AbcNote['rest']>, length: Rational, tuplet: Tuplet | undefined): void {
    const full = measureLength(this.#inForce.meter);
    if (rest.type.endsWith('multimeasure')) {
      const count = Math.min(64, rest.text ?? 1);
      for (let n = 0; n < count; n++) {
        if (n > 0) {
          this.#closeMeasure(1);
          this.#restGoesOn = true;
        }
        this.#add(newRest(`${this.#id}r1`, { base: 'whole', dots: 0 }, this.#inForce.meter));
      }
      return;
    }
    const isHidden = rest.type !== 'rest';
    if (equals(length, full) && this.#events.length === 0) {
      const whole = newRest(`${this.#id}r1`, { base: 'whole', dots: 0 }, this.#inForce.meter);
      this.#add({ ...whole, hidden: isHidden });
    } else this.#addRests(length, isHidden, tuplet);
  }

  #addRests(length: Rational, hidden: boolean, tuplet?: Tuplet): void {
    const values = tuplet
      ? this.#valuesOf(length, tuplet)
      : maybeRestValues(this.#inForce.meter, this.#length, length);
    if (!values) {
      this.#lose('value', 'A rest shorter than a sixteenth was left out.');
      return;
    }
    for (const value of values)
      this.#add({ ...newRest(`${this.#id}r${this.#events.length + 1}`, value), hidden });
  }

  #readPitch(pitch: AbcPitch): WrittenPitch {
    const step = STEPS[((pitch.pitch % 7) + 7) % 7]!;
    const octave = 4 + Math.floor(pitch.pitch / 7);
    if (this.#inForce.clef === 'percussion')
      return { kind: 'unpitched', display: { step, alter: 0, octave } };
    const written = ALTERATIONS[pitch.accidental ?? ''];
    if (written !== undefined) this.#accidentals.set(pitch.pitch, written);
    const alter =
      written ??
      (pitch.endTie ? this.#tiedAlters.get(pitch.pitch) : undefined) ??
      this.#accidentals.get(pitch.pitch) ??
      keyAlteration(step, this.#inForce.keyFifths);
    if (pitch.startTie) this.#tiedAlters.set(pitch.pitch, alter);
    return { kind: 'pitched', spelling: { step, alter, octave } };
  }

  #signsOfStart(item: AbcNote): Partial<Note> {
    const [verse, second, ...more] = item.lyric ?? [];
    if (more.some(({ syllable }) => syllable)) this.#remark('Words of a third verse were left out.');
    const articulations = (item.decoration ?? []).flatMap((name) => ARTICULATION_NAMES[name] ?? []);
    return {
      slurStarts: slurCount(item, 'startSlur'),
      articulations: [...new Set(articulations)],
      fermata: has(item, 'fermata'),
      ...(has(item, 'downbow') && { bowing: 'down' as const }),
      ...(has(item, 'upbow') && { bowing: 'up' as const }),
      ...ornamentOf(item),
      fingering:
        item.decoration?.find((name) => /^[0-5]$/.test(name)) ?? (has(item, 'open') ? '0' : undefined),
      lyric: sungOf(verse),
      ...(sungOf(second) && { secondVerse: sungOf(second) }),
    };
  }

  #readSignsAbove(item: AbcNote): void {
    const offsetQuarters = this.#length;
    for (const { name, position } of item.chord ?? []) {
      const said = maybeJump(name) ?? maybeLandmark(name);
      const symbol = position === undefined || position === 'default' ? maybeChordSymbol(name) : undefined;
      if (symbol) this.#directions.push({ kind: 'chord', symbol, offsetQuarters });
      else if (position === undefined || position === 'default') this.#remark('A chord symbol was left out.');
      else if (said) this.#readRoadSign(said);
      else
        this.#directions.push({
          kind: 'words',
          text: name.slice(0, 80),
          placement: position === 'below' ? 'below' : 'above',
          offsetQuarters,
        });
    }
    for (const name of item.decoration ?? []) {
      const hairpin = HAIRPINS[name];
      if (DYNAMIC_MARKS.some((mark) => mark === name))
        this.#directions.push({ kind: 'dynamic', mark: name, offsetQuarters });
      else if (ROAD_SIGNS[name]) this.#readRoadSign(ROAD_SIGNS[name]);
      else if (hairpin) this.#directions.push({ kind: 'hairpin', shape: hairpin, offsetQuarters });
      else if (!KNOWN_DECORATIONS.has(name) && !ARTICULATION_NAMES[name] && !/^[0-5]$/.test(name))
        this.#remark(`The sign "${name}" was left out.`);
    }
  }

  #readRoadSign(sign: Landmark | Jump): void {
    if (typeof sign === 'string') this.#landmarks.add(sign);
    else this.#jump = sign;
  }

  #readBar(bar: AbcBar): void {
    for (const name of bar.decoration ?? []) if (ROAD_SIGNS[name]) this.#readRoadSign(ROAD_SIGNS[name]);
    const isRepeatEnd = bar.type === 'bar_right_repeat' || bar.type === 'bar_dbl_repeat';
    if (this.#events.length > 0) this.#closeMeasure(isRepeatEnd ? 2 : 1);
    else if (isRepeatEnd && this.#measures.length > 0)
      this.#measures.push({ ...this.#measures.pop()!, repeatPlays: 2 });
    const barline = BARLINES[bar.type];
    if (barline && this.#measures.length > 0) this.#measures.push({ ...this.#measures.pop()!, barline });
    if (bar.type === 'bar_left_repeat' || bar.type === 'bar_dbl_repeat') this.#repeatStart = true;
    if (bar.endEnding) this.#endingPasses = [];
    if (bar.startEnding)
      this.#endingPasses = bar.startEnding
        .split(/[^0-9]+/)
        .map(Number)
        .filter((pass) => pass >= 1);
  }

  #closeMeasure(repeatPlays: number): void {
    const { meter: inMeter } = this.#inForce;
    const isPickup = this.#measures.length === 0 && compare(this.#length, measureLength(inMeter)) < 0;
    this.#measures.push({
      ...newMeasure(isPickup ? 0 : this.#number, this.#inForce, this.#events),
      repeatStart: this.#repeatStart,
      repeatPlays,
      systemBreak: this.#systemBreak,
      endingPasses: this.#endingPasses,
      directions: this.#directions,
      ...(this.#landmarks.size > 0 && { landmarks: LANDMARKS.filter((one) => this.#landmarks.has(one)) }),
      ...(this.#jump && { jump: this.#jump }),
      ...(this.#restGoesOn && { shorthand: 'rest-goes-on' as const }),
    });
    this.#restGoesOn = false;
    this.#landmarks = new Set();
    this.#jump = undefined;
    this.#events = [];
    this.#length = ZERO;
    this.#directions = [];
    this.#accidentals = new Map();
    this.#repeatStart = false;
    this.#systemBreak = false;
    this.#notes = 0;
  }
}
