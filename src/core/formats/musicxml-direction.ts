import { type Direction, DYNAMIC_MARKS, leavesTempo } from '../notation';
import type { Rational } from '../time';
import { maybeTempoMark } from './musicxml-tempo';
import { childrenNamed, type XmlElement } from './xml';

interface DirectionContext {
  /** Whether this is the first measure, where the tempo of the line stands. */
  readonly isFirst: boolean;
  /** Numbers of the dashes that follow a rit. or an accel. and have not ended yet. */
  readonly openDashes: Set<string>;
  leftOut(elementName: string): void;
  remark(code: string, message: string): void;
}

/** Printed, but the order of playing does not follow it. */
const JUMP = /\b(D\. ?[CS]\.|da capo|dal segno|al fine|al coda)/i;

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
  return types.flatMap((type): Direction[] => {
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
      if (JUMP.test(type.text))
        context.remark('jump', `"${type.text}" is printed, but Mevlo plays straight on.`);
      return [{ kind: 'words', text: type.text.slice(0, 60), placement, offsetQuarters }];
    }
    if (type.name === 'dynamics') return readDynamics(type, offsetQuarters, context);
    if (type.name === 'wedge') {
      const shape = type.attributes.type;
      return shape === 'crescendo' || shape === 'diminuendo' || shape === 'stop'
        ? [{ kind: 'hairpin', shape, offsetQuarters }]
        : [];
    }
    context.leftOut(type.name);
    return [];
  });
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
