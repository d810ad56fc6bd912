import { type Line, type Measure, restInstead, voiceCountOf } from '../notation';

/** Each voice as a line of its own. */
export function voiceLines(line: Line): readonly Line[] {
  return Array.from({ length: voiceCountOf(line.part) }, (_, voice) => {
    if (voice === 0) return line;
    const measures = line.part.measures.map((measure): Measure => {
      const events = measure.otherVoices[voice - 1]?.events;
      // Where it has nothing to play, the first voice's time passes in silence.
      return { ...measure, events: events ?? measure.events.map(restInstead), otherVoices: [] };
    });
    return { ...line, part: { ...line.part, measures } };
  });
}
