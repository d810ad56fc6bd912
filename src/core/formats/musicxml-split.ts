import { childrenNamed, maybeChild, maybeText, type XmlElement } from './xml';

/** What stands over the first measure of a numbered exercise. */
export interface Heading {
  readonly number: number | undefined;
  readonly title: string | undefined;
}

/** "12", "No. 12", "12. Lantern walk", "#12 – Lantern walk". */
const NUMBERED = /^(?:no\.?|nr\.?|#|exercise)?\s*(\d{1,4})\s*[.:)–-]?\s*(.*)$/i;
const LONGEST_TITLE = 120;

/**
 * Where lines begin in a part-wise score that holds many, as places of measures from 0: behind a final barline, where measures are
 * numbered anew, and where a new system begins under a rehearsal mark or a number. Common practice in print.
 * @returns at least the first measure.
 */
export function lineStarts(root: XmlElement): readonly number[] {
  const measures = childrenNamed(childrenNamed(root, 'part')[0], 'measure');
  return measures.flatMap((measure, index) => {
    const before = measures[index - 1];
    const isStart =
      !before ||
      endsPiece(before) ||
      isNumberedAnew(measure, before) ||
      (startsSystem(measure) && headingOf(measure).number !== undefined);
    return isStart ? [index] : [];
  });
}

function endsPiece(measure: XmlElement): boolean {
  return childrenNamed(measure, 'barline').some(
    (barline) =>
      maybeText(barline, 'bar-style') === 'light-heavy' &&
      barline.attributes.location !== 'left' &&
      !maybeChild(barline, 'repeat'),
  );
}

function isNumberedAnew(measure: XmlElement, before: XmlElement): boolean {
  const [number, last] = [measure, before].map(({ attributes }) => Number(attributes.number));
  return (number === 0 || number === 1) && last! > 1;
}

const startsSystem = (measure: XmlElement) =>
  childrenNamed(measure, 'print').some(
    ({ attributes }) => attributes['new-system'] === 'yes' || attributes['new-page'] === 'yes',
  );

/** Number and title that stand over a measure, by a rehearsal mark or by words that begin with a number. */
export function headingOf(measure: XmlElement): Heading {
  const text = headingElement(measure)?.text ?? '';
  const [, number, rest = text] = NUMBERED.exec(text) ?? [];
  const title = rest.trim().slice(0, LONGEST_TITLE);
  return { number: number === undefined ? undefined : Number(number), title: title || undefined };
}

function headingElement(measure: XmlElement): XmlElement | undefined {
  const firstNote = measure.children.findIndex(({ name }) => name === 'note');
  const before = firstNote < 0 ? measure.children : measure.children.slice(0, firstNote);
  return before
    .filter(({ name }) => name === 'direction')
    .flatMap((direction) => childrenNamed(direction, 'direction-type'))
    .flatMap(({ children }) => children)
    .find(({ name, text }) => name === 'rehearsal' || (name === 'words' && NUMBERED.test(text)));
}

/**
 * The score of some of the measures, each part with what is in force where they begin. The heading is taken out of the first: it is no
 * word over the music.
 * @param from place of the first measure. @param to behind the last.
 */
export function cutScore(root: XmlElement, from: number, to: number): XmlElement {
  return {
    ...root,
    children: root.children.map((child) => (child.name === 'part' ? cutPart(child, from, to) : child)),
  };
}

function cutPart(part: XmlElement, from: number, to: number): XmlElement {
  const measures = childrenNamed(part, 'measure');
  const [first, ...others] = measures.slice(from, to);
  if (!first) return { ...part, children: [] };
  const inForce = attributesAt(measures.slice(0, from));
  const heading = headingElement(first);
  const opening: XmlElement = {
    ...first,
    children: [...(inForce ? [inForce] : []), ...first.children.filter((child) => !holds(child, heading))],
  };
  return { ...part, children: [opening, ...others] };
}

/** A direction that is nothing but the heading. */
function holds(child: XmlElement, heading: XmlElement | undefined): boolean {
  return (
    heading !== undefined &&
    child.name === 'direction' &&
    childrenNamed(child, 'direction-type').every(({ children }) =>
      children.every((one) => one === heading || one.name === 'bracket'),
    )
  );
}

/** The attributes that hold behind some measures; undefined before the first. */
function attributesAt(measures: readonly XmlElement[]): XmlElement | undefined {
  const all = measures.flatMap((measure) => childrenNamed(measure, 'attributes'));
  if (all.length === 0) return undefined;
  const inForce = new Map<string, XmlElement>();
  for (const child of all.flatMap(({ children }) => children)) {
    // Signs that stand for measures begin and end in their own line.
    if (child.name === 'measure-style') continue;
    inForce.set(`${child.name} ${child.attributes.number ?? ''}`, child);
  }
  const order = ['divisions', 'key', 'time', 'staves', 'clef', 'staff-details', 'transpose'];
  const children = [...inForce.values()].sort((a, b) => order.indexOf(a.name) - order.indexOf(b.name));
  return { name: 'attributes', attributes: {}, text: '', children };
}

/** How many measures a score has in its first part. */
export function measureCountOf(root: XmlElement): number {
  return childrenNamed(childrenNamed(root, 'part')[0], 'measure').length;
}
