import type { Step } from '../pitch';
import type { Command } from './command';

/** A key that writes something, as it is shown beside the staff. */
export interface KeyEntry {
  /** As the browser names it (`KeyboardEvent.key`). */
  readonly key: string;
  readonly ctrl?: boolean;
  readonly shift?: boolean;
  /** What it does, in a few words. */
  readonly does: string;
  readonly group: KeyGroup;
  readonly command: Command | 'undo' | 'redo' | 'say';
}

export const KEY_GROUPS = ['how long', 'what', 'signs', 'change', 'go', 'measure'] as const;
export type KeyGroup = (typeof KEY_GROUPS)[number];

const LETTERS: readonly Step[] = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];

/**
 * The keys of the writing desk: a value by its first letter, then the letters of the notes, as a line is said aloud
 * ("quarter C, D, half E"). What belongs to a note is typed after it.
 */
export const KEY_MAP: readonly KeyEntry[] = [
  { key: 'w', does: 'whole', group: 'how long', command: { kind: 'value', base: 'whole' } },
  { key: 'h', does: 'half', group: 'how long', command: { kind: 'value', base: 'half' } },
  { key: 'q', does: 'quarter', group: 'how long', command: { kind: 'value', base: 'quarter' } },
  { key: 'i', does: 'eighth', group: 'how long', command: { kind: 'value', base: 'eighth' } },
  { key: 's', does: 'sixteenth', group: 'how long', command: { kind: 'value', base: 'sixteenth' } },
  { key: '.', does: 'dot', group: 'how long', command: { kind: 'dot' } },
  {
    key: 'l',
    does: 'triplet, in threes duplet: begin or end',
    group: 'how long',
    command: { kind: 'tuplet' },
  },
  ...LETTERS.map(
    (step): KeyEntry => ({
      key: step.toLowerCase(),
      does: `note ${step}`,
      group: 'what',
      command: { kind: 'letter', step },
    }),
  ),
  { key: '&', does: 'and: the next letter on top of it', group: 'what', command: { kind: 'and' } },
  {
    key: "'",
    does: 'grace: the next letter as a small note before it',
    group: 'what',
    command: { kind: 'grace' },
  },
  { key: 'r', does: 'rest', group: 'what', command: { kind: 'rest' } },
  { key: 'x', does: 'stroke without pitch', group: 'what', command: { kind: 'stroke' } },
  { key: 't', does: 'tie to the next', group: 'signs', command: { kind: 'tie' } },
  { key: 'u', does: 'slur: begin or end', group: 'signs', command: { kind: 'slur' } },
  { key: '>', does: 'accent', group: 'signs', command: { kind: 'articulation', articulation: 'accent' } },
  { key: '*', does: 'staccato', group: 'signs', command: { kind: 'articulation', articulation: 'staccato' } },
  { key: '_', does: 'tenuto', group: 'signs', command: { kind: 'articulation', articulation: 'tenuto' } },
  { key: '^', does: 'marcato', group: 'signs', command: { kind: 'articulation', articulation: 'marcato' } },
  { key: 'o', does: 'fermata', group: 'signs', command: { kind: 'fermata' } },
  { key: ',', does: 'breath after it', group: 'signs', command: { kind: 'breath' } },
  ...Array.from(
    { length: 10 },
    (_, digit): KeyEntry => ({
      key: `${digit}`,
      does: `finger ${digit}; on a kit a drum`,
      group: 'signs',
      command: { kind: 'digit', digit },
    }),
  ),
  { key: '/', does: 'say anything else', group: 'signs', command: 'say' },
  { key: '+', does: 'half step up', group: 'change', command: { kind: 'half-step', direction: 1 } },
  { key: '-', does: 'half step down', group: 'change', command: { kind: 'half-step', direction: -1 } },
  { key: 'n', does: 'natural', group: 'change', command: { kind: 'natural' } },
  { key: 'ArrowUp', does: 'step up', group: 'change', command: { kind: 'step', direction: 1 } },
  { key: 'ArrowDown', does: 'step down', group: 'change', command: { kind: 'step', direction: -1 } },
  { key: 'PageUp', does: 'octave up', group: 'change', command: { kind: 'octave', direction: 1 } },
  { key: 'PageDown', does: 'octave down', group: 'change', command: { kind: 'octave', direction: -1 } },
  { key: 'Backspace', does: 'take the last one away', group: 'change', command: { kind: 'remove-before' } },
  { key: 'Delete', does: 'take the next one away', group: 'change', command: { kind: 'remove-after' } },
  { key: 'z', ctrl: true, does: 'undo', group: 'change', command: 'undo' },
  { key: 'y', ctrl: true, does: 'do again', group: 'change', command: 'redo' },
  { key: 'z', ctrl: true, shift: true, does: 'do again', group: 'change', command: 'redo' },
  { key: 'c', ctrl: true, does: 'copy', group: 'change', command: { kind: 'copy' } },
  { key: 'x', ctrl: true, does: 'cut', group: 'change', command: { kind: 'cut' } },
  { key: 'v', ctrl: true, does: 'paste', group: 'change', command: { kind: 'paste' } },
  { key: 'ArrowLeft', does: 'back', group: 'go', command: { kind: 'caret', direction: -1, extend: false } },
  { key: 'ArrowRight', does: 'on', group: 'go', command: { kind: 'caret', direction: 1, extend: false } },
  {
    key: 'ArrowLeft',
    shift: true,
    does: 'select back',
    group: 'go',
    command: { kind: 'caret', direction: -1, extend: true },
  },
  {
    key: 'ArrowRight',
    shift: true,
    does: 'select on',
    group: 'go',
    command: { kind: 'caret', direction: 1, extend: true },
  },
  {
    key: 'ArrowLeft',
    ctrl: true,
    does: 'measure back',
    group: 'go',
    command: { kind: 'caret-measure', direction: -1, extend: false },
  },
  {
    key: 'ArrowRight',
    ctrl: true,
    does: 'measure on',
    group: 'go',
    command: { kind: 'caret-measure', direction: 1, extend: false },
  },
  { key: 'a', ctrl: true, does: 'select all', group: 'go', command: { kind: 'select-all' } },
  { key: 'k', does: 'select the measure', group: 'go', command: { kind: 'select-measure' } },
  { key: 'Escape', does: 'select nothing', group: 'go', command: { kind: 'select-nothing' } },
  { key: 'v', does: 'next voice', group: 'go', command: { kind: 'next-voice' } },
  { key: 'Enter', does: 'next measure', group: 'measure', command: { kind: 'next-measure' } },
  { key: 'm', does: 'same measure again', group: 'measure', command: { kind: 'repeat-measure' } },
  {
    key: '%',
    does: 'the measure before again, as a sign; once more writes it out',
    group: 'measure',
    command: { kind: 'measure-repeat' },
  },
  { key: 'j', does: 'new measure after this', group: 'measure', command: { kind: 'insert-measure' } },
  { key: 'p', does: 'pickup: yes or no', group: 'measure', command: { kind: 'pickup' } },
  { key: '[', does: 'repeat from here', group: 'measure', command: { kind: 'repeat-start' } },
  { key: ']', does: 'repeat to here', group: 'measure', command: { kind: 'repeat-end' } },
  { key: '|', does: 'double bar', group: 'measure', command: { kind: 'double-bar' } },
];

/** A key press as the browser reports it. */
export interface KeyPress {
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly shiftKey: boolean;
  readonly altKey: boolean;
}

/** What a key press means on the desk. */
export function maybeKeyEntry({ key, ctrlKey, metaKey, shiftKey, altKey }: KeyPress): KeyEntry | undefined {
  if (altKey) return undefined;
  const ctrl = ctrlKey || metaKey;
  const isNamed = key.length > 1;
  const typed = /^[a-z]$/i.test(key) ? key.toLowerCase() : key;
  return KEY_MAP.find(
    (entry) =>
      entry.key === typed &&
      Boolean(entry.ctrl) === ctrl &&
      // Where Shift makes another character, the character says enough.
      ((!isNamed && !ctrl) || Boolean(entry.shift) === shiftKey),
  );
}
