// Laws that hold for any line, tried on seeded random ones.
import { heardPlaying } from '../../../tests/support/perfectly-heard';
import { randomLine } from '../../../tests/support/random-lines';
import { countIn } from '../counting';
import { follow } from '../following';
import { writeMei } from '../formats';
import { judge, USUAL_POLICY } from '../judging';
import { checkArithmetic, performedOrder, timedMeasures, writtenNotes } from '../notation';
import { beatUnit, clicksPerMeasure, compare, equals, measureLength, sum, toNumber } from '../time';

const seeds = Array.from({ length: 40 }, (_, n) => n + 1);
const lines = seeds.map((seed) => [seed, randomLine(seed)] as const);

test.each(lines)('line %i adds up, and its written notes lie in order inside their measures', (_, line) => {
  expect(checkArithmetic(line.part)).toEqual({ wrong: [], odd: [] });
  const measures = timedMeasures(line);
  expect(measures).toHaveLength(performedOrder(line.part).length);
  const notes = writtenNotes(line);
  notes.forEach((note, index) => {
    const measure = measures[note.measureIndex]!;
    expect(compare(note.onsetQuarters, measure.onsetQuarters)).toBeGreaterThanOrEqual(0);
    if (index > 0) expect(compare(note.onsetQuarters, notes[index - 1]!.onsetQuarters)).toBeGreaterThan(0);
    expect(note.beat).toBeGreaterThanOrEqual(1);
    expect(note.beat).toBeLessThan(1 + clicksPerMeasure(measure.measure.meter));
  });
});

test.each(lines)('line %i: a pickup and the last measure make one full measure', (_, line) => {
  const [first, last] = [line.part.measures[0]!, line.part.measures.at(-1)!];
  if (first.number !== 0) return;
  const together = sum([...first.events, ...last.events].map((event) => event.quarters));
  expect(equals(together, measureLength(first.meter))).toBe(true);
});

test.each(lines)('line %i: the count-in ends on the first written beat', (_, line) => {
  const { clicks, lengthQuarters } = countIn(line);
  const unit = toNumber(beatUnit(line.part.measures[0]!.meter).quarters);
  const full = clicksPerMeasure(line.part.measures[0]!.meter);
  const firstBeat = writtenNotes(line)[0]!.beat;
  // Counted on, the first note falls on its own beat.
  expect((((toNumber(lengthQuarters) / unit) % full) + 1).toFixed(6)).toBe(firstBeat.toFixed(6));
  expect(clicks.length).toBeGreaterThanOrEqual(full);
});

test.each(lines)('line %i: the engraving source holds every event once', (_, line) => {
  const mei = writeMei(line, { measuresPerSystem: 4, under: new Map() });
  for (const event of line.part.measures.flatMap((measure) => measure.events)) {
    expect(mei.split(`xml:id="${event.id}"`)).toHaveLength(2);
  }
});

test.each(lines)('line %i, played well at another tempo, is all right', (seed, line) => {
  const asked = 72;
  const following = follow(
    line,
    heardPlaying(line, { seed, bpm: asked * (0.85 + (seed % 4) * 0.1), tuningCents: 12 }),
    asked,
  );
  const verdict = judge(line, following, asked, USUAL_POLICY);
  expect(following.tuningCents).toBeGreaterThan(0);
  expect(
    verdict.notes.filter((note) => note.pitch !== 'right' || note.onset !== 'on').map((note) => note.noteId),
  ).toEqual([]);
  expect(verdict.extras).toEqual([]);
  expect(verdict.interruptions).toEqual([]);
});
