// What the coach is worth to simulated learners, beside playing the line from the top again and again: npm run bench -- coach
import { KINDS, practiseFromTheTop, practiseWithCoach } from '../support/learners';

const LINES = 200;
const SHARES = [0.1, 0.5, 0.9] as const;

const inOrder = (values: readonly number[]) => values.toSorted((a, b) => a - b);
const spread = (values: readonly number[], digits: number) =>
  SHARES.map((share) => inOrder(values)[Math.floor(share * (values.length - 1))]!.toFixed(digits)).join(
    ' / ',
  );

console.log(
  `${LINES} lines of 4 to 16 measures a kind; a tenth, half and nine tenths of them are through by`,
);
for (const [name, kind] of Object.entries(KINDS))
  for (const [way, practise] of [
    ['from the top', practiseFromTheTop],
    ['with the coach', practiseWithCoach],
  ] as const) {
    const all = Array.from({ length: LINES }, (_, seed) => practise(seed, kind));
    const minutes = spread(
      all.map((one) => one.minutes),
      1,
    );
    const takes = spread(
      all.map((one) => one.takes),
      0,
    );
    const through = all.filter(({ isThrough }) => isThrough).length;
    console.log(
      `${name.padEnd(10)} ${way.padEnd(14)} ${minutes.padStart(20)} minutes, ${takes.padStart(15)} takes; ${through} of ${LINES} through, the same at most ${1 + Math.max(...all.map(({ mostSame }) => mostSame))} times in a row`,
    );
  }
