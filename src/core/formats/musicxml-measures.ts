import {
  type Jump,
  LANDMARKS,
  type Landmark,
  type LineEvent,
  type Measure,
  MOST_GRACES,
  newRest,
  type Voice,
  voicesOf,
  type WrittenPitch,
} from '../notation';
import {
  add,
  compare,
  type Meter,
  maybeValuesOfLength,
  measureLength,
  type Rational,
  rational,
  subtract,
  sum,
  toMixedNumber,
  toNumber,
  ZERO,
} from '../time';
import { asPrinted } from './as-printed';
import { maybeCountedMeter } from './counted-meter';
import { MOST_MEASURES } from './limits';
import { readBarline, readRepeats } from './musicxml-barlines';
import { readClef } from './musicxml-clef';
import { readDirections } from './musicxml-direction';
import { sayElement } from './musicxml-element-names';
import { readChordSymbol } from './musicxml-harmony';
import { IdMaker } from './musicxml-ids';
import { readEvent, readHead } from './musicxml-note';
import type { ReadingReport } from './reading-report';
import { childrenNamed, maybeChild, maybeInteger, maybeText, type XmlElement } from './xml';

interface PartContext {
  readonly idPrefix: string;
  readonly placePrefix: string;
  readonly report: ReadingReport;
}

/** What stays in force from one measure to the next. */
interface InForce {
  divisions: number;
  meter: Meter | undefined;
  meterSymbol: Measure['meterSymbol'];
  keyFifths: number;
  clef: Measure['clef'];
  lowerClef: Measure['lowerClef'];
  /** Numbers of the dashes of a rit. or an accel. that have not ended. */
  readonly openDashes: Set<string>;
  /** How many measures the measure-repeat sign that is in force takes up again. */
  repeatedMeasures: number | undefined;
  /** How many measures of the rest that is printed as one are still to come. */
  restedMeasures: number;
  /** The second staff says by strings and frets what the first says. */
  hasTabStaff: boolean;
}

/** Reads all measures of a part. */
export function readMeasures(part: XmlElement, context: PartContext): readonly Measure[] {
  const inForce: InForce = {
    divisions: 1,
    meter: undefined,
    meterSymbol: undefined,
    keyFifths: 0,
    clef: 'treble',
    lowerClef: undefined,
    openDashes: new Set(),
    repeatedMeasures: undefined,
    restedMeasures: 0,
    hasTabStaff: isWithTablature(part),
  };
  const elements = childrenNamed(part, 'measure');
  // Numbered as they stand: halves of a measure around a repeat sign each need a name of their own.
  const firstNumber = elements[0] && isPickup(elements[0]) ? 0 : 1;
  let number = firstNumber;
  const ids = new IdMaker(part);
  const voiceOrder: string[] = [];
  let endingPasses: readonly number[] = [];
  const measures: Measure[] = [];
  elements.forEach((element, index) => {
    const isUnnumbered = index > 0 && element.attributes.implicit === 'yes';
    if (index > 0 && !isUnnumbered) number++;
    const place = { number, position: firstNumber + index, isUnnumbered };
    const reader = new MeasureReader(element, place, inForce, voiceOrder, ids, context);
    reader.readAll();
    const barlines = childrenNamed(element, 'barline');
    const endings = barlines
      .map((barline) => maybeChild(barline, 'ending'))
      .filter((ending) => ending !== undefined);
    const opening = endings.find((ending) => ending.attributes.type === 'start');
    if (opening)
      endingPasses = (opening.attributes.number ?? '')
        .split(/[ ,]+/)
        .map(Number)
        .filter((n) => n >= 1);
    if (!inForce.meter) return;
    const signs = { endingPasses, ...readRepeats(barlines), ...readBarline(barlines) };
    measures.push({ ...reader.measure(inForce.meter, measures), ...signs });
    if (endings.some((ending) => ending.attributes.type !== 'start')) endingPasses = [];
  });
  if (!inForce.meter)
    context.report.refuse(
      'no-meter',
      `${context.placePrefix}measure 1`,
      'The line has no time signature that Mevlo counts.',
    );
  return asPrinted(measures);
}

/** Whether the second staff of a part holds tablature. */
export function isWithTablature(part: XmlElement): boolean {
  return childrenNamed(part, 'measure')
    .flatMap((measure) => childrenNamed(measure, 'attributes'))
    .flatMap((attributes) => childrenNamed(attributes, 'clef'))
    .some((clef) => clef.attributes.number === '2' && maybeText(clef, 'sign') === 'TAB');
}

/** Whether a part's first measure is only the end of one. */
export function isPickup(first: XmlElement): boolean {
  return first.attributes.number === '0' || first.attributes.implicit === 'yes';
}

interface OpenVoice {
  readonly events: LineEvent[];
  noteCount: number;
  /** A note was left out, so a gap is no news. */
  lostNote: boolean;
  end: Rational;
  /** Small notes that wait for the note they stand before. */
  graces: WrittenPitch[];
}

/** Elements of a measure that say nothing Mevlo would keep, or nothing that music would lose. */
const HARMLESS = new Set([
  'barline',
  'note',
  'attributes',
  'direction',
  'harmony',
  'backup',
  'forward',
  'sound',
  'print',
]);

class MeasureReader {
  readonly #voices = new Map<string, OpenVoice>();
  readonly #directions: Measure['directions'][number][] = [];
  readonly #landmarks = new Set<Landmark>();
  #jump: Jump | undefined;
  #startsLongRest = false;
  #at: Rational = ZERO;
  #longest: Rational = ZERO;
  #lastVoice: OpenVoice | undefined;

  constructor(
    private readonly element: XmlElement,
    private readonly place: {
      /** As printed, as far as it is known yet. */
      readonly number: number;
      /** Among all measures of the part, from 0 with a pickup and 1 without. */
      readonly position: number;
      readonly isUnnumbered: boolean;
    },
    private readonly inForce: InForce,
    private readonly voiceOrder: string[],
    private readonly ids: IdMaker,
    private readonly context: PartContext,
  ) {}

  readAll(): void {
    for (const child of this.element.children) {
      if (child.name === 'attributes') this.#readAttributes(child);
      else if (child.name === 'note') this.#readNote(child);
      else if (child.name === 'direction') this.#readDirection(child);
      else if (child.name === 'harmony') this.#readChordSymbol(child);
      else if (child.name === 'backup') this.#move(child, -1);
      else if (child.name === 'forward') this.#move(child, 1);
      else if (!HARMLESS.has(child.name)) this.#leaveOutSign(child.name);
    }
    for (const { graces } of this.#voices.values())
      if (graces.length > 0)
        this.context.report.lose('grace', this.#where, 'Grace notes with no note behind them were left out.');
  }

  /** @param before all measures that were read. */
  measure(
    inMeter: Meter,
    before: readonly Measure[],
  ): Omit<Measure, 'endingPasses' | 'repeatStart' | 'repeatPlays'> {
    const main = this.voiceOrder.find((key) => key.startsWith('1/'));
    const others = this.voiceOrder.filter((key) => key !== main);
    const mainEvents = (main !== undefined && this.#voices.get(main)?.events) || [];
    const repeated = this.#maybeRepeated(before);
    const shorthand = this.#shorthand();
    return {
      number: this.place.number,
      ...(shorthand && { shorthand }),
      ...(this.place.isUnnumbered && { unnumbered: true }),
      meter: inMeter,
      meterSymbol: this.inForce.meterSymbol,
      keyFifths: this.inForce.keyFifths,
      clef: this.inForce.clef,
      lowerClef: this.inForce.lowerClef,
      systemBreak: childrenNamed(this.element, 'print').some(
        (print) => print.attributes['new-system'] === 'yes' || print.attributes['new-page'] === 'yes',
      ),
      events: repeated?.events ?? (mainEvents.length > 0 ? mainEvents : this.#restsForMissingVoice()),
      otherVoices: repeated?.otherVoices ?? others.map((key) => this.#otherVoice(key)),
      directions: this.#directions,
      ...(this.#landmarks.size > 0 && { landmarks: LANDMARKS.filter((one) => this.#landmarks.has(one)) }),
      ...(this.#jump && { jump: this.#jump }),
    };
  }

  /** Whether it is printed by a sign; whether that is true is told when all measures are there. */
  #shorthand(): Measure['shorthand'] {
    if (this.inForce.repeatedMeasures === 1) return 'as-before';
    if (this.inForce.restedMeasures <= 0) return undefined;
    const isFirst = this.#startsLongRest;
    this.inForce.restedMeasures -= 1;
    return isFirst ? undefined : 'rest-goes-on';
  }

  /** What a measure-repeat sign stands for, written out with ids of its own; the sign itself holds no notes. */
  #maybeRepeated(before: readonly Measure[]): Pick<Measure, 'events' | 'otherVoices'> | undefined {
    const { repeatedMeasures } = this.inForce;
    if (repeatedMeasures === undefined) return undefined;
    const hasNotes = [...this.#voices.values()].some(({ noteCount }) => noteCount > 0);
    if (hasNotes) return undefined;
    const source = before[before.length - repeatedMeasures];
    if (!source) {
      this.context.report.lose('measure-repeat', this.#where, 'A measure-repeat sign has nothing to repeat.');
      return undefined;
    }
    if (repeatedMeasures > 1) this.#remark('measure-repeat', 'A measure-repeat sign was written out.');
    const [events, ...others] = voicesOf(source).map((voice, voiceIndex) =>
      voice.map((event, index) => {
        const wished = `${this.context.idPrefix}m${this.place.position}v${voiceIndex + 1}c${index + 1}`;
        const copy = { ...event, id: this.ids.next(undefined, wished) };
        // Ties over the barlines belong to the place of the source.
        if (copy.kind === 'rest') return copy;
        const [isFirst, isLast] = [index === 0, index === voice.length - 1];
        return {
          ...copy,
          tiedFromPrevious: copy.tiedFromPrevious && !isFirst,
          tiedToNext: copy.tiedToNext && !isLast,
        };
      }),
    );
    return {
      events: events!,
      otherVoices: others.map((voice, index): Voice => ({ ...source.otherVoices[index]!, events: voice })),
    };
  }

  /** A measure in which only further voices play still needs its first voice. */
  #restsForMissingVoice(): readonly LineEvent[] {
    if (this.#voices.size === 0 || !this.inForce.meter) return [];
    if (![...this.#voices.values()].some(({ lostNote }) => lostNote))
      this.#remark('gap', 'The first voice has nothing here; a rest was written into it.');
    const id = this.ids.next(undefined, `${this.context.idPrefix}m${this.place.position}r1`);
    return [newRest(id, { base: 'whole', dots: 0 }, this.inForce.meter)];
  }

  #otherVoice(key: string): Voice {
    const voice = this.#voices.get(key);
    if (voice && compare(voice.end, this.#longest) < 0) this.#fillUpTo(key, voice, this.#longest);
    return { staff: key.startsWith('1/') ? 'upper' : 'lower', events: voice?.events ?? [] };
  }

  get #where(): string {
    return `${this.context.placePrefix}measure ${this.place.number}`;
  }

  #remark(code: string, message: string): void {
    this.context.report.remark(code, this.#where, message);
  }

  #leaveOutSign(name: string): void {
    this.#remark('left-out', `${sayElement(name)} was left out.`);
  }

  #readAttributes(element: XmlElement): void {
    const { inForce } = this;
    const divisions = maybeInteger(element, 'divisions');
    if (divisions !== undefined && divisions > 0) inForce.divisions = divisions;
    inForce.keyFifths = Math.max(
      -7,
      Math.min(7, maybeInteger(element, 'key', 'fifths') ?? inForce.keyFifths),
    );
    const staves = maybeInteger(element, 'staves') ?? 1;
    if (staves > 1 && !inForce.hasTabStaff) inForce.lowerClef ??= 'bass';
    if (staves > 2)
      this.#remark(
        'staves',
        `Of ${staves} staves the first two are kept apart; the others share the second.`,
      );
    for (const clef of childrenNamed(element, 'clef')) this.#readClef(clef);
    const time = maybeChild(element, 'time');
    if (time) this.#readMeter(time);
    for (const style of childrenNamed(element, 'measure-style').flatMap(({ children }) => children))
      this.#readMeasureStyle(style);
    for (const { name } of element.children) {
      if (!ATTRIBUTES.has(name)) this.#leaveOutSign(name);
    }
  }

  #readMeasureStyle(style: XmlElement): void {
    if (style.name === 'measure-repeat') {
      const count = Number(style.text || 1);
      const starts = style.attributes.type === 'start';
      this.inForce.repeatedMeasures = starts && count >= 1 && count <= 4 ? count : undefined;
    } else if (style.name === 'multiple-rest') {
      this.inForce.restedMeasures = Math.min(MOST_MEASURES, Math.max(0, Number(style.text) || 0));
      this.#startsLongRest = true;
    } else {
      this.context.report.lose(
        style.name,
        this.#where,
        `${sayElement(style.name)} stands for notes that Mevlo cannot write out.`,
      );
    }
  }

  #readClef(element: XmlElement): void {
    if (this.inForce.hasTabStaff && element.attributes.number === '2') return;
    const known = readClef(element);
    if (!known) {
      this.#remark(
        'clef',
        `The clef ${maybeText(element, 'sign')} on line ${maybeText(element, 'line')} is not known and was left out.`,
      );
    } else if (this.#at.numerator > 0) {
      this.#remark('clef', 'A change of clef inside the measure was moved to its beginning.');
    }
    if (!known) return;
    if (element.attributes.number === '2') this.inForce.lowerClef = known;
    else this.inForce.clef = known;
  }

  #readMeter(time: XmlElement): void {
    const [beats, beatType] = [maybeText(time, 'beats'), maybeText(time, 'beat-type')];
    this.inForce.meter =
      maybeCountedMeter(beats, beatType, this.#where, this.context.report) ?? this.inForce.meter;
    const symbol = time.attributes.symbol;
    this.inForce.meterSymbol = symbol === 'common' || symbol === 'cut' ? symbol : undefined;
  }

  #move(element: XmlElement, direction: 1 | -1): void {
    const duration = maybeInteger(element, 'duration') ?? 0;
    const moved = add(this.#at, rational(direction * Math.max(0, duration), this.inForce.divisions));
    this.#at = moved.numerator < 0 ? ZERO : moved;
    this.#lastVoice = undefined;
  }

  #readNote(element: XmlElement): void {
    if (maybeChild(element, 'cue')) {
      this.#leaveOutCue(element);
      return;
    }
    const staff = Math.min(2, Math.max(1, maybeInteger(element, 'staff') ?? 1));
    if (staff === 2 && this.inForce.hasTabStaff) {
      this.#passTime(element);
      return;
    }
    const key = `${staff}/${maybeText(element, 'voice') ?? '1'}`;
    const voice = this.#voiceFor(key);
    if (maybeChild(element, 'grace')) {
      this.#readGrace(element, voice);
      return;
    }
    if (maybeChild(element, 'chord')) {
      this.#joinChord(element, this.#lastVoice ?? voice);
      return;
    }
    const written = rational(Math.max(0, maybeInteger(element, 'duration') ?? 0), this.inForce.divisions);
    const onset = this.#at;
    this.#at = add(this.#at, written);
    const order = this.#isSamePlace(onset, voice.end) ? 0 : compare(onset, voice.end);
    if (order < 0) {
      this.context.report.lose(
        'overlap',
        this.#where,
        `Notes of one voice overlap after ${toMixedNumber(onset)} quarters; the later one was left out.`,
      );
      return;
    }
    const isNote = maybeChild(element, 'rest') === undefined;
    const event = readEvent(element, {
      divisions: this.inForce.divisions,
      id: () => this.#nextId(element.attributes.id, key, voice, isNote),
      fullMeasure: this.inForce.meter && measureLength(this.inForce.meter),
      leftOut: (name) => this.#leaveOutSign(name),
      graces: isNote ? voice.graces.splice(0) : [],
    });
    if (!event.ok) {
      for (const issue of event.issues) this.context.report.lose(issue.code, this.#where, issue.message);
      voice.lostNote = true;
      this.#lastVoice = undefined;
      return;
    }
    if (order > 0) this.#fillUpTo(key, voice, onset);
    voice.events.push(event.value);
    voice.end = add(voice.end, event.value.quarters);
    // Where the file has rounded thirds of a beat, the exact place counts.
    if (event.value.value.tuplet) this.#at = voice.end;
    if (compare(voice.end, this.#longest) > 0) this.#longest = voice.end;
    this.#lastVoice = voice;
  }

  #readGrace(element: XmlElement, voice: OpenVoice): void {
    const head = readHead(element);
    if (head.ok && !maybeChild(element, 'chord') && voice.graces.length < MOST_GRACES)
      voice.graces.push(head.value);
    else this.context.report.lose('grace', this.#where, 'A grace note was left out.');
  }

  /** Small notes of somebody else's part, for orientation: their time passes in this voice as it does anyway. */
  #leaveOutCue(element: XmlElement): void {
    this.#remark('cue', 'Cue notes, which somebody else plays, were left out.');
    this.#passTime(element);
  }

  #passTime(element: XmlElement): void {
    if (maybeChild(element, 'chord') || maybeChild(element, 'grace')) return;
    const duration = rational(Math.max(0, maybeInteger(element, 'duration') ?? 0), this.inForce.divisions);
    this.#at = add(this.#at, duration);
  }

  /** But for what the file could not say in its divisions. */
  #isSamePlace(a: Rational, b: Rational): boolean {
    return Math.abs(toNumber(subtract(a, b))) * this.inForce.divisions < 1;
  }

  #voiceFor(key: string): OpenVoice {
    if (!this.voiceOrder.includes(key)) this.voiceOrder.push(key);
    const known = this.#voices.get(key);
    if (known) return known;
    const fresh: OpenVoice = { events: [], noteCount: 0, lostNote: false, end: ZERO, graces: [] };
    this.#voices.set(key, fresh);
    return fresh;
  }

  #nextId(ofFile: string | undefined, key: string, voice: OpenVoice, isNote: boolean): string {
    const place = this.voiceOrder.indexOf(key);
    const measure = `${this.context.idPrefix}m${this.place.position}${place === 0 ? '' : `v${place + 1}`}`;
    const wished = isNote ? `${measure}n${++voice.noteCount}` : `${measure}r${voice.events.length + 1}`;
    return this.ids.next(ofFile, wished);
  }

  #joinChord(element: XmlElement, voice: OpenVoice): void {
    const last = voice.events.at(-1);
    const head = readHead(element);
    if (last?.kind !== 'note' || !head.ok) {
      this.context.report.lose('chord', this.#where, 'A note of a chord could not be read and was left out.');
      return;
    }
    voice.events[voice.events.length - 1] = { ...last, chordPitches: [...last.chordPitches, head.value] };
  }

  /** Where a voice is silent without a rest: a real rest in the first voice, a hidden one in the others. */
  #fillUpTo(key: string, voice: OpenVoice, until: Rational): void {
    const hidden = key !== this.voiceOrder.find((candidate) => candidate.startsWith('1/'));
    const values = maybeValuesOfLength(subtract(until, voice.end));
    if (!values) {
      this.context.report.lose('gap', this.#where, 'A gap between notes is too short for a rest.');
      return;
    }
    if (!hidden && !voice.lostNote)
      this.#remark('gap', 'A gap with neither note nor rest was filled with rests.');
    for (const value of values)
      voice.events.push({ ...newRest(this.#nextId(undefined, key, voice, false), value), hidden });
    voice.end = sum(voice.events.map((event) => event.quarters));
  }

  #readChordSymbol(element: XmlElement): void {
    const offset = rational(maybeInteger(element, 'offset') ?? 0, this.inForce.divisions);
    const symbol = readChordSymbol(element);
    if (!symbol) this.#leaveOutSign('harmony');
    else this.#directions.push({ kind: 'chord', symbol, offsetQuarters: add(this.#at, offset) });
  }

  #readDirection(element: XmlElement): void {
    const offset = rational(maybeInteger(element, 'offset') ?? 0, this.inForce.divisions);
    this.#directions.push(
      ...readDirections(element, add(this.#at, offset), {
        isFirst: this.place.position <= 1,
        openDashes: this.inForce.openDashes,
        leftOut: (name) => this.#leaveOutSign(name),
        landmark: (landmark) => this.#landmarks.add(landmark),
        jump: (jump) => {
          this.#jump = jump;
        },
      }),
    );
  }
}

const ATTRIBUTES = new Set([
  ...['divisions', 'key', 'time', 'staves', 'clef', 'staff-details', 'transpose', 'part-symbol'],
  ...['instruments', 'measure-style', 'footnote', 'level'],
]);
