import { CHORD_KINDS, type ChordKind, type ChordSymbol } from '../notation';
import type { Spelling } from '../pitch';
import { maybeChild, maybeInteger, maybeText, type XmlElement } from './xml';

/** A chord over the staff; undefined for kinds that have no name here. Source: MusicXML 4.0, element harmony. */
export function readChordSymbol(element: XmlElement): ChordSymbol | undefined {
  const kind = CHORD_KINDS.find((name) => name === maybeText(element, 'kind'));
  const root = toneOf(element, 'root');
  if (!root || !kind) return undefined;
  const bass = toneOf(element, 'bass');
  return { root, kind: kind satisfies ChordKind, ...(bass && { bass }) };
}

function toneOf(element: XmlElement, name: 'root' | 'bass'): ChordSymbol['root'] | undefined {
  const tone = maybeChild(element, name);
  const step = maybeText(tone, `${name}-step`);
  if (!tone || !step || !/^[A-G]$/.test(step)) return undefined;
  const alter = maybeInteger(tone, `${name}-alter`) ?? 0;
  return Math.abs(alter) > 2
    ? undefined
    : { step: step as Spelling['step'], alter: alter as Spelling['alter'] };
}
