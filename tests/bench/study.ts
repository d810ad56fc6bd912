// Time of the whole study of a 24-measure line: npm run bench -- study
import { countPart, SCHOOLS, USUAL_STYLE } from '@/core/counting';
import { INSTRUMENTS } from '@/core/instruments';
import { glossaryOf, lookOver, worthsToKnow } from '@/core/study';
import { bookLine } from '../support/lines';

const ROUNDS = 100;
const { part } = bookLine(10);
/** The densest line of the book, three times: 24 measures. */
const long = {
  ...part,
  measures: [0, 1, 2].flatMap((time) =>
    part.measures.map((measure, index) => ({
      ...measure,
      number: time * part.measures.length + index + 1,
      events: measure.events.map((event) => ({ ...event, id: `${event.id}-${time}` })),
    })),
  ),
};
const known = { pitches: new Set<number>(), contents: new Set<string>() };

const milliseconds = Array.from({ length: ROUNDS }, (_, round) => {
  const instrument = INSTRUMENTS[round % INSTRUMENTS.length]!;
  const start = performance.now();
  lookOver(long, { instrument, level: 1, goalBpm: 84, known }, 'us');
  glossaryOf(long, 'us');
  worthsToKnow(long, 'us');
  countPart(long, { ...USUAL_STYLE, school: SCHOOLS[round % SCHOOLS.length]!.id });
  return performance.now() - start;
});
const sorted = milliseconds.slice(1).sort((a, b) => a - b);
console.log(`first, cold   ${milliseconds[0]!.toFixed(1)} ms`);
console.log(`median        ${sorted[Math.floor(sorted.length / 2)]!.toFixed(1)} ms`);
console.log(`95th percent. ${sorted[Math.floor(sorted.length * 0.95)]!.toFixed(1)} ms`);
