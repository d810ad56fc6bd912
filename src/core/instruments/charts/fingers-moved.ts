// Which finger works which key: common practice, from memory.
import type { Fingering } from './fingering';

/** Keys by the finger that presses them; a hole is pressed by the finger of its number. */
const FINGER_OF_KEY: Readonly<Record<string, string>> = {
  register: 'thumb',
  octave: 'thumb',
  'octave-1': 'thumb',
  'octave-2': 'thumb',
  'thumb-B♭': 'thumb',
  whisper: 'thumb',
  A: '1',
  bis: '1',
  'G♯': 'left little',
  'low-E': 'left little',
  'low-F': 'left little',
  'low-F♯': 'left little',
  'low-B': 'left little',
  'low-B♭': 'left little',
  'low-C♯': 'left little',
  C: 'right little',
  'C♯': 'right little',
  'E♭': 'right little',
  'A♭': 'right little',
  F: 'right little',
  'B♭': 'right thumb',
  'side-B♭': '4',
  'side-E♭': '4',
  'side-F♯': '4',
  'palm-D': '1',
};

/** How many fingers move between two ways to play: those that go up, go down, or pass to another key. */
export interface FingersMoved {
  readonly up: number;
  readonly down: number;
  readonly across: number;
}

/** @param unheard keys that make no difference while they move. */
export function fingersMoved(
  a: Fingering,
  b: Fingering,
  unheard: readonly string[],
): FingersMoved | undefined {
  const [before, after] = [stateOf(a, unheard), stateOf(b, unheard)];
  if (!before || !after || a.kind !== b.kind) return undefined;
  const all = [...new Set([...before.keys(), ...after.keys()])];
  const count = (test: (was: string | undefined, is: string | undefined) => boolean) =>
    all.filter((finger) => test(before.get(finger), after.get(finger))).length;
  return {
    up: count((was, is) => was !== undefined && is === undefined),
    down: count((was, is) => was === undefined && is !== undefined),
    across: count((was, is) => was !== undefined && is !== undefined && was !== is),
  };
}

/** What each finger that is down does, by its name. */
function stateOf(fingering: Fingering, unheard: readonly string[]): ReadonlyMap<string, string> | undefined {
  const state = new Map<string, string>();
  const press = (finger: string, what: string) =>
    state.set(finger, [...(state.get(finger)?.split(' ') ?? []), what].sort().join(' '));
  if (fingering.kind === 'valves') {
    for (const valve of fingering.pressed) press(`${valve}`, 'down');
    if (fingering.isWithThumb) press('thumb', 'down');
    return state;
  }
  if (fingering.kind !== 'holes') return undefined;
  for (const { number, isHalf } of fingering.covered)
    press(number === 0 ? 'thumb' : `${number}`, isHalf ? 'half' : 'hole');
  for (const key of fingering.keys) if (!unheard.includes(key)) press(FINGER_OF_KEY[key] ?? key, key);
  return state;
}
