import {
  asksForSwing,
  type Direction,
  DYNAMIC_MARKS,
  type Jump,
  type Landmark,
  leavesTempo,
  maybeJump,
  maybeLandmark,
} from '../notation';
import type { Rational } from '../time';
import { maybeTempoMark } from './musicxml-tempo';
import { childrenNamed, maybeChild, maybeText, type XmlElement } from './xml';

interface DirectionContext {
  /** Whether this is the first measure, where the tempo of the line stands. */
  readonly isFirst: boolean;
  /** Numbers of the dashes that follow a rit. or an accel. and have not ended yet. */
  readonly openDashes: Set<string>;
  leftOut(elementName: string): void;
  /** What belongs to the whole measure. */
  landmark(landmark: Landmark): void;
  jump(jump: Jump): void;
}

/** Reads the signs of one `<direction>`; the first metronome mark is the line's tempo and read elsewhere. */
export function readDirections(
  element: XmlElement,
  offsetQuarters: Rational,
  context: DirectionContext,
): readonly Direction[] {
  const placement = element.attributes.placement === 'below' ? 'below' : 'above';
  const types = childrenNamed(element, 'direction-type').flatMap((direction) => direction.children);
  const metronome = types.find((type) => type.name === 'metronome');
  const isLineTempo = metronome !== undefined && context.isFirst;
  const mark = isLineTempo ? undefined : maybeTempoMark(element);
  const isLeaving = types.some(({ name, text }) => name === 'words' && leavesTempo(text));
  const isRoadSign = readRoadSigns(element, types, context);
  if (isUnsaidSwing(element, types))
    return [{ kind: 'words', text: 'Swing', placement: 'above', offsetQuarters }];
  return types.flatMap((type): Direction[] => {
    if (type.name === 'segno' || type.name === 'coda') return [];
    if (type.name === 'metronome') {
      if (mark) return [{ kind: 'tempo', mark, offsetQuarters }];
      if (!isLineTempo) context.leftOut('metronome');
      return [];
    }
    if (type.name === 'dashes') {
      const number = type.attributes.number ?? '1';
      if (type.attributes.type === 'start' && isLeaving) context.openDashes.add(number);
      else if (type.attributes.type !== 'stop') return [];
      else if (context.openDashes.delete(number)) return [{ kind: 'dashes-end', offsetQuarters }];
      return [];
    }
    if (type.name === 'words') {
      if (!type.text || isLineTempo || mark) return [];
      if (isRoadSign) return [];
      return [{ kind: 'words', text: type.text.slice(0, 60), placement, offsetQuarters }];
    }
    if (type.name === 'dynamics') return readDynamics(type, offsetQuarters, context);
    if (type.name === 'wedge') {
      const shape = type.attributes.type;
      return shape === 'crescendo' || shape === 'diminuendo' || shape === 'stop'
        ? [{ kind: 'hairpin', shape, offsetQuarters }]
        : [];
    }
    if (type.name === 'octave-shift') {
      const shape = OCTAVE_LINES[type.attributes.type ?? ''];
      if (shape && (type.attributes.size ?? '8') === '8')
        return [{ kind: 'octave-line', shape, offsetQuarters }];
    }
    context.leftOut(type.name);
    return [];
  });
}

/** By where the printed notes go. Source: MusicXML 4.0, element octave-shift. */
const OCTAVE_LINES: Readonly<Record<string, '8va' | '8vb' | 'stop'>> = {
  down: '8va',
  up: '8vb',
  stop: 'stop',
};

/** Played with a swing by the file, and no word says so. Source: MusicXML 4.0, element swing. */
function isUnsaidSwing(element: XmlElement, types: readonly XmlElement[]): boolean {
  const swing = maybeChild(maybeChild(element, 'sound'), 'swing');
  const isUneven = maybeText(swing, 'first') !== undefined && !maybeChild(swing, 'straight');
  return isUneven && !types.some(({ name, text }) => name === 'words' && asksForSwing(text));
}

/**
 * Signs that say where it goes on, by what is printed or, where nothing is, by what the file plays. @returns whether there are any.
 * Source: MusicXML 4.0, elements segno, coda and sound.
 */
function readRoadSigns(
  element: XmlElement,
  types: readonly XmlElement[],
  { landmark, jump }: DirectionContext,
): boolean {
  const sound = maybeChild(element, 'sound')?.attributes ?? {};
  const words = types.filter(({ name }) => name === 'words').map(({ text }) => text);
  const said = words.map(maybeJump).find((found) => found);
  const played: Jump | undefined =
    sound.dacapo === 'yes'
      ? { to: 'start', until: 'end' }
      : sound.dalsegno
        ? { to: 'segno', until: 'end' }
        : undefined;
  const found = said ?? played;
  if (found) {
    jump(found);
    return true;
  }
  const hasSign = (name: string) => types.some((type) => type.name === name);
  const landmarks = [
    ...words.flatMap((text) => maybeLandmark(text) ?? []),
    ...(hasSign('segno') || sound.segno ? (['segno'] as const) : []),
    ...(sound.fine ? (['fine'] as const) : []),
    ...(sound.tocoda ? (['to-coda'] as const) : []),
  ];
  // The sign stands before the coda, and where one leaves for it.
  if (landmarks.length === 0 && (hasSign('coda') || sound.coda)) landmarks.push('coda');
  for (const one of new Set(landmarks)) landmark(one);
  return landmarks.length > 0;
}

function readDynamics(element: XmlElement, offsetQuarters: Rational, context: DirectionContext): Direction[] {
  return element.children.flatMap((child): Direction[] => {
    const mark = child.name === 'other-dynamics' ? child.text : child.name;
    if (!DYNAMIC_MARKS.some((known) => known === mark) && !/^[pfmszr]{1,6}$/.test(mark)) {
      context.leftOut(child.name);
      return [];
    }
    return [{ kind: 'dynamic', mark, offsetQuarters }];
  });
}
