import type { Issue } from '../base';
import type { Direction, LineEvent, Measure } from '../notation';
import { add, type Meter, measureLength, meter, type Rational, ZERO } from '../time';
import { readClef } from './musicxml-clef';
import { readEvent } from './musicxml-note';
import { childrenNamed, maybeChild, maybeInteger, maybeText, type XmlElement } from './xml';

/** What stays in force from one measure to the next. */
interface InForce {
  divisions: number;
  meter: Meter | undefined;
  meterSymbol: Measure['meterSymbol'];
  keyFifths: number;
  clef: Measure['clef'];
}

/**
 * Reads all measures of a part.
 * @param issues receives what cannot be read; @param warnings what was left out.
 */
export function readMeasures(part: XmlElement, issues: Issue[], warnings: Issue[]): readonly Measure[] {
  const inForce: InForce = {
    divisions: 1,
    meter: undefined,
    meterSymbol: undefined,
    keyFifths: 0,
    clef: 'treble',
  };
  const elements = childrenNamed(part, 'measure');
  // Numbered as they stand: halves of a measure around a repeat sign each need a name of their own.
  const firstNumber = elements[0] && isPickup(elements[0]) ? 0 : 1;
  let endingPasses: readonly number[] = [];
  const measures: Measure[] = [];
  elements.forEach((element, index) => {
    const reader = new MeasureReader(element, firstNumber + index, inForce, issues, warnings);
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
    measures.push({ ...reader.measure(inForce.meter), endingPasses, ...readRepeats(barlines) });
    if (endings.some((ending) => ending.attributes.type !== 'start')) endingPasses = [];
  });
  if (!inForce.meter)
    issues.push({ code: 'no-meter', where: 'measure 1', message: 'The line has no time signature.' });
  return measures;
}

function isPickup(first: XmlElement): boolean {
  return first.attributes.number === '0' || first.attributes.implicit === 'yes';
}

function readRepeats(barlines: readonly XmlElement[]): Pick<Measure, 'repeatStart' | 'repeatPlays'> {
  const repeats = barlines
    .map((barline) => maybeChild(barline, 'repeat'))
    .filter((repeat) => repeat !== undefined);
  const back = repeats.find((repeat) => repeat.attributes.direction === 'backward');
  const times = Number(back?.attributes.times ?? 2);
  return {
    repeatStart: repeats.some((repeat) => repeat.attributes.direction === 'forward'),
    repeatPlays: back ? Math.max(2, Math.min(8, Number.isInteger(times) ? times : 2)) : 1,
  };
}

class MeasureReader {
  readonly #events: LineEvent[] = [];
  readonly #directions: Direction[] = [];
  #offset: Rational = ZERO;
  #noteCount = 0;
  #voice: string | undefined;

  constructor(
    private readonly element: XmlElement,
    private readonly number: number,
    private readonly inForce: InForce,
    private readonly issues: Issue[],
    private readonly warnings: Issue[],
  ) {}

  readAll(): void {
    for (const child of this.element.children) {
      if (child.name === 'attributes') this.#readAttributes(child);
      else if (child.name === 'note') this.#readNote(child);
      else if (child.name === 'direction') this.#readDirection(child);
      else if (child.name === 'backup')
        this.#refuse('several-voices', 'This measure has several voices at once; Mevlo checks one voice.');
      else if (child.name === 'forward')
        this.#refuse('gap', 'This measure has a gap with neither note nor rest. Write rests into it.');
    }
  }

  measure(inMeter: Meter): Omit<Measure, 'endingPasses' | 'repeatStart' | 'repeatPlays'> {
    return {
      number: this.number,
      meter: inMeter,
      meterSymbol: this.inForce.meterSymbol,
      keyFifths: this.inForce.keyFifths,
      clef: this.inForce.clef,
      events: this.#events,
      directions: this.#directions,
    };
  }

  get #where(): string {
    return `measure ${this.number}`;
  }

  #refuse(code: string, message: string): void {
    if (this.issues.some((issue) => issue.code === code && issue.where === this.#where)) return;
    this.issues.push({ code, where: this.#where, message });
  }

  #readAttributes(element: XmlElement): void {
    const divisions = maybeInteger(element, 'divisions');
    if (divisions !== undefined && divisions > 0) this.inForce.divisions = divisions;
    this.inForce.keyFifths = Math.max(
      -7,
      Math.min(7, maybeInteger(element, 'key', 'fifths') ?? this.inForce.keyFifths),
    );
    const clef = maybeChild(element, 'clef');
    if (clef) {
      const known = readClef(clef);
      if (known) this.inForce.clef = known;
      else
        this.#refuse(
          'clef',
          `The clef ${maybeText(clef, 'sign')} on line ${maybeText(clef, 'line')} is not known.`,
        );
    }
    if ((maybeInteger(element, 'staves') ?? 1) > 1)
      this.#refuse('staves', 'The line has two staves; Mevlo checks one.');
    const time = maybeChild(element, 'time');
    if (time) this.#readMeter(time);
  }

  #readMeter(time: XmlElement): void {
    const beats = maybeInteger(time, 'beats');
    const beatType = maybeInteger(time, 'beat-type');
    try {
      this.inForce.meter = meter(beats ?? 0, beatType ?? 0);
    } catch {
      this.#refuse(
        'meter',
        `The time signature ${maybeText(time, 'beats')}/${maybeText(time, 'beat-type')} is not one that Mevlo counts (2/2, 2/4, 3/4, 4/4, 3/8, 6/8, 9/8, 12/8).`,
      );
    }
    const symbol = time.attributes.symbol;
    this.inForce.meterSymbol = symbol === 'common' || symbol === 'cut' ? symbol : undefined;
  }

  #readNote(element: XmlElement): void {
    if (maybeChild(element, 'grace')) {
      this.warnings.push({ code: 'grace', where: this.#where, message: 'A grace note was left out.' });
      return;
    }
    if (maybeChild(element, 'chord')) {
      this.#refuse('chord', 'This measure has a chord; Mevlo checks one note at a time.');
      return;
    }
    const voice = maybeText(element, 'voice') ?? '1';
    this.#voice ??= voice;
    if (voice !== this.#voice) {
      this.#refuse('several-voices', 'This measure has several voices at once; Mevlo checks one voice.');
      return;
    }
    const isNote = maybeChild(element, 'rest') === undefined;
    const id = isNote ? `m${this.number}n${++this.#noteCount}` : `m${this.number}r${this.#events.length + 1}`;
    const full = this.inForce.meter && measureLength(this.inForce.meter);
    const event = readEvent(element, {
      divisions: this.inForce.divisions,
      fallbackId: id,
      fullMeasure: full,
    });
    if (event.ok) {
      this.#events.push(event.value);
      this.#offset = add(this.#offset, event.value.quarters);
      return;
    }
    for (const issue of event.issues) this.#refuse(issue.code, issue.message);
  }

  #readDirection(element: XmlElement): void {
    const placement = element.attributes.placement === 'below' ? 'below' : 'above';
    const hasMetronome = element.children.some((type) => maybeChild(type, 'metronome'));
    for (const type of childrenNamed(element, 'direction-type').flatMap((direction) => direction.children)) {
      const offsetQuarters = this.#offset;
      if (type.name === 'words' && type.text && !hasMetronome) {
        this.#directions.push({ kind: 'words', text: type.text.slice(0, 60), placement, offsetQuarters });
      } else if (type.name === 'dynamics' && type.children[0]) {
        this.#directions.push({ kind: 'dynamic', mark: type.children[0].name, offsetQuarters });
      } else if (type.name === 'wedge') {
        const shape = type.attributes.type;
        if (shape === 'crescendo' || shape === 'diminuendo' || shape === 'stop') {
          this.#directions.push({ kind: 'hairpin', shape, offsetQuarters });
        }
      }
    }
  }
}
