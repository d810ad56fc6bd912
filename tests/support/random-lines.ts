import { createRandom } from '@/core/base';
import type { Line } from '@/core/notation';
import { lineOf } from './lines';

const METERS = ['2/4', '3/4', '4/4', '6/8', '2/2', '9/8'] as const;
const KEYS = [-3, -2, -1, 0, 1, 2, 3];
/** Values in sixteenths that fill measures. */
const VALUES: readonly (readonly [token: string, sixteenths: number])[] = [
  ['w', 16],
  ['h.', 12],
  ['h', 8],
  ['q.', 6],
  ['q', 4],
  ['e', 2],
  ['s', 1],
];
const NAMES = ['C4', 'D4', 'E4', 'F4', 'F#4', 'G4', 'A4', 'Bb4', 'B4', 'C5', 'D5', 'E5'];

/** A line that no one would write but everyone could read: any meter, key, values, rests, ties and a pickup or none. */
export function randomLine(seed: number): Line {
  const random = createRandom(seed);
  const meter = random.pick(METERS);
  const [beats, beatType] = meter.split('/').map(Number) as [number, number];
  const full = (16 * beats) / beatType;
  const pickup = random.uniform(0, 1) < 0.3 ? random.pick([2, 4].filter((length) => length < full)) : 0;
  const fill = (length: number, index: number): string => {
    const tokens: string[] = [];
    for (let left = length; left > 0; ) {
      const [value, sixteenths] = random.pick(VALUES.filter(([, size]) => size <= left));
      // The first event is a note, so that every line sounds.
      const isRest = (index > 0 || tokens.length > 0) && random.uniform(0, 1) < 0.15;
      tokens.push(`${isRest ? 'R' : random.pick(NAMES)}${value}`);
      left -= sixteenths;
    }
    return tokens.join(' ');
  };
  const lengths = [
    ...(pickup ? [pickup] : []),
    ...Array.from({ length: random.integer(3, 9) }, () => full),
    ...(pickup ? [full - pickup] : []),
  ];
  return lineOf(lengths.map(fill), { meter, fifths: random.pick(KEYS) });
}
