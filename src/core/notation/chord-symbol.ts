import type { Spelling } from '../pitch';

/** What chords are called over a staff. Source of names: MusicXML 4.0, kind-value; of signs: common practice of lead sheets. */
const KINDS = [
  ['major', ''],
  ['minor', 'm'],
  ['dominant', '7'],
  ['major-seventh', 'maj7'],
  ['minor-seventh', 'm7'],
  ['diminished', 'dim'],
  ['augmented', 'aug'],
  ['suspended-fourth', 'sus4'],
  ['suspended-second', 'sus2'],
  ['major-sixth', '6'],
  ['minor-sixth', 'm6'],
  ['half-diminished', 'm7b5'],
  ['diminished-seventh', 'dim7'],
  ['dominant-ninth', '9'],
  ['power', '5'],
] as const;
export type ChordKind = (typeof KINDS)[number][0];
export const CHORD_KINDS = KINDS.map(([kind]) => kind) as readonly ChordKind[];

type Root = Pick<Spelling, 'step' | 'alter'>;

/** A chord that others play to the line, by its name: for whoever plays along; not sounded and not judged. */
export interface ChordSymbol {
  readonly root: Root;
  readonly kind: ChordKind;
  /** Where it is not the root. */
  readonly bass?: Root | undefined;
}

const SIGNS = { '-2': 'bb', '-1': 'b', '0': '', '1': '#', '2': 'x' } as const;
const PRINTED = { '-2': '♭♭', '-1': '♭', '0': '', '1': '♯', '2': '𝄪' } as const;
const sayRoot = ({ step, alter }: Root, signs: Readonly<Record<string, string>>) =>
  `${step}${signs[`${alter}`]}`;

/** @example chordSymbolText({ root: { step: 'B', alter: -1 }, kind: 'minor-seventh' }) // 'B♭m7' */
export function chordSymbolText({ root, kind, bass }: ChordSymbol): string {
  const sign = KINDS.find(([name]) => name === kind)![1].replace('b5', '♭5');
  return `${sayRoot(root, PRINTED)}${sign}${bass ? `/${sayRoot(bass, PRINTED)}` : ''}`;
}

/** The same in plain letters, as files and keyboards have it. */
export function chordSymbolLetters({ root, kind, bass }: ChordSymbol): string {
  const sign = KINDS.find(([name]) => name === kind)![1];
  return `${sayRoot(root, SIGNS)}${sign}${bass ? `/${sayRoot(bass, SIGNS)}` : ''}`;
}

const OTHER_SIGNS: Readonly<Record<string, ChordKind>> = {
  maj: 'major',
  M: 'major',
  min: 'minor',
  '-': 'minor',
  M7: 'major-seventh',
  min7: 'minor-seventh',
  '-7': 'minor-seventh',
  '°': 'diminished',
  o: 'diminished',
  '+': 'augmented',
  sus: 'suspended-fourth',
  ø: 'half-diminished',
  o7: 'diminished-seventh',
  '°7': 'diminished-seventh',
};

/** Undefined for what is no chord that has a name here. @example maybeChordSymbol('F#m7/C#') */
export function maybeChordSymbol(text: string): ChordSymbol | undefined {
  const match = /^([A-G])(##|x|#|♯|bb|b|♭♭|♭)?([^/]*)(?:\/([A-G])(##|x|#|♯|bb|b|♭♭|♭)?)?$/.exec(text.trim());
  if (!match) return undefined;
  const [, step, sign, name = '', bassStep, bassSign] = match;
  const wanted = name.trim().replaceAll('♭', 'b').replaceAll('♯', '#');
  const kind = KINDS.find(([, known]) => known === wanted)?.[0] ?? OTHER_SIGNS[wanted];
  if (!kind) return undefined;
  return {
    root: rootOf(step!, sign),
    kind,
    ...(bassStep && { bass: rootOf(bassStep, bassSign) }),
  };
}

const ALTERS: Readonly<Record<string, Spelling['alter']>> = {
  '#': 1,
  '♯': 1,
  '##': 2,
  x: 2,
  b: -1,
  '♭': -1,
  bb: -2,
  '♭♭': -2,
};

const rootOf = (step: string, sign: string | undefined): Root => ({
  step: step as Spelling['step'],
  alter: sign ? ALTERS[sign]! : 0,
});
