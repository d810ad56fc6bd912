import type { Line, LineEvent, Note } from '@/core/notation';
import { spellingToMidi } from '@/core/pitch';
import { apply, type Desk, KEY_MAP, maybeKeyEntry, type Position, partOf, understand } from '@/core/writing';

/** For whom the checks write. */
export const FLUTE = {
  id: 'flute',
  name: 'Flute',
  transpositionSemitones: 0,
  staffLines: 5,
  clef: 'treble',
} as const;

/** Presses of single keys; what is said in the box stands between `/` and `Enter`. */
export type Presses = readonly string[];

/** A desk after a key press, as the screen has it. */
export function press(desk: Desk, key: string): Desk {
  const isCapital = /^[A-Z]$/.test(key);
  const entry = maybeKeyEntry({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: isCapital });
  if (!entry || typeof entry.command === 'string')
    throw new RangeError(`the key map has no command for "${key}"`);
  return apply(desk, entry.command);
}

export function pressAll(desk: Desk, keys: string): Desk {
  return keys.split(' ').reduce(press, desk);
}

/** Says something to the desk. */
export function say(desk: Desk, text: string): Desk {
  const measure = partOf(desk).measures[desk.caret.measureIndex]!;
  const understood = understand(text, measure);
  if (!understood.ok) throw new RangeError(understood.issues[0]!.message);
  return apply(desk, understood.value);
}

const ARTICULATION_KEYS = { accent: '>', staccato: '*', tenuto: '_', marcato: '^' } as const;

/**
 * The presses with which a copyist enters the first voice of a line from the printed page, chosen by looking at what
 * the desk shows after each of them.
 */
export function copyOut(line: Line, blank: Desk): { readonly presses: Presses; readonly desk: Desk } {
  const presses: string[] = [];
  let desk = blank;
  const hit = (key: string) => {
    presses.push(key);
    desk = press(desk, key);
  };
  const tell = (text: string) => {
    presses.push('/', ...text, 'Enter');
    desk = say(desk, text);
  };
  line.part.measures.forEach((measure, index) => {
    const before = line.part.measures[index - 1];
    // A full measure is left by itself; a pickup is not.
    if (before?.number === 0) {
      hit('p');
      hit('Enter');
    }
    if (index === 0) for (const text of openingOf(line)) tell(text);
    for (const event of measure.events) enter(event, () => desk, hit);
  });
  return { presses, desk };
}

function openingOf({ part }: Line): readonly string[] {
  const [first] = part.measures;
  const { meter, keyFifths, clef } = first!;
  return [
    ...(clef === 'treble' ? [] : [`clef ${clef}`]),
    ...(keyFifths === 0 ? [] : [`${Math.abs(keyFifths)} ${keyFifths > 0 ? 'sharp' : 'flat'}`]),
    ...(meter.beats === 4 && meter.beatType === 4 ? [] : [`${meter.beats}/${meter.beatType}`]),
  ];
}

function enter(event: LineEvent, desk: () => Desk, hit: (key: string) => void): void {
  const { base, dots } = event.value;
  if (desk().value.base !== base || desk().value.dots !== dots) {
    hit(
      KEY_MAP.find(
        ({ command }) => typeof command === 'object' && command.kind === 'value' && command.base === base,
      )!.key,
    );
    for (let dot = 0; dot < dots; dot++) hit('.');
  }
  if (event.kind === 'rest') {
    hit('r');
    return;
  }
  enterPitch(event, desk, hit);
  for (const name of event.articulations) hit(ARTICULATION_KEYS[name]);
  for (let n = 0; n < event.slurStarts + event.slurStops; n++) hit('u');
  if (event.tiedToNext) hit('t');
  if (event.fermata) hit('o');
  if (event.breathAfter) hit(',');
  if (event.fingering && /^[0-5]$/.test(event.fingering)) hit(event.fingering);
}

function enterPitch(event: Note, desk: () => Desk, hit: (key: string) => void): void {
  if (event.pitch.kind === 'unpitched') {
    hit('x');
    return;
  }
  const { step, octave } = event.pitch.spelling;
  hit(step.toLowerCase());
  const written = () => {
    const { measureIndex, eventIndex }: Position = desk().caret;
    const note = partOf(desk()).measures[measureIndex]!.events[eventIndex - 1];
    if (note?.kind !== 'note' || note.pitch.kind !== 'pitched') throw new RangeError('no note was written');
    return note.pitch.spelling;
  };
  while (written().octave !== octave) hit(written().octave < octave ? 'PageUp' : 'PageDown');
  const wanted = spellingToMidi(event.pitch.spelling);
  while (spellingToMidi(written()) !== wanted) hit(spellingToMidi(written()) < wanted ? '+' : '-');
}
