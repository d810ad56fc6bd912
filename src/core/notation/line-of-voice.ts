import type { Line, LineEvent, Measure } from './line';
import { restInstead } from './new';

/** One voice of a line as a line of its own, on one staff. @param voice its place, 0 for the first. */
export function lineOfVoice(line: Line, voice: number): Line {
  const measures = line.part.measures.map((measure): Measure => {
    const other = measure.otherVoices[voice - 1];
    return {
      ...measure,
      clef: (other?.staff === 'lower' && measure.lowerClef) || measure.clef,
      lowerClef: undefined,
      events: voice === 0 ? measure.events : eventsOfVoice(measure, other?.events),
      otherVoices: [],
    };
  });
  return { ...line, part: { ...line.part, measures } };
}

/** Where a voice has nothing to play, the first voice's time passes in silence; rests that only kept it in time are seen. */
function eventsOfVoice(measure: Measure, events: readonly LineEvent[] | undefined): readonly LineEvent[] {
  if (!events || events.length === 0) return measure.events.map(restInstead);
  return events.map((event) => (event.kind === 'rest' ? { ...event, hidden: false } : event));
}
