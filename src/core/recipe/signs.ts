import type { LineEvent, Measure, Note, Part } from '../notation';
import { staffPlace } from '../pitch';
import { ZERO } from '../time';
import type { Frame } from './phrases';
import type { RecipeSign } from './recipe';

/** Slurs over neighbours that go by step, short notes where one is repeated, loud and soft by phrases. */
export function withSigns(part: Part, signs: readonly RecipeSign[], frames: readonly Frame[]): Part {
  const measures = part.measures.map((measure, index): Measure => {
    const marked = {
      ...measure,
      events: withStaccato(withSlurs(measure.events, signs.includes('slurs')), signs.includes('staccato')),
    };
    const beginsPhrase = index === 0 || frames[index - 1]!.ends !== undefined;
    if (!signs.includes('dynamics') || !beginsPhrase) return marked;
    const phrase = frames.slice(0, index).filter(({ ends }) => ends !== undefined).length;
    const mark = phrase % 2 === 0 ? 'mf' : 'p';
    return { ...marked, directions: [{ kind: 'dynamic', mark, offsetQuarters: ZERO }] };
  });
  return { ...part, measures };
}

const placeOf = (event: LineEvent | undefined): number | undefined =>
  event?.kind === 'note' && event.pitch.kind === 'pitched' ? staffPlace(event.pitch.spelling) : undefined;

/** Two and two: the first of a pair begins a slur, the second ends it. */
function withSlurs(events: readonly LineEvent[], wanted: boolean): readonly LineEvent[] {
  if (!wanted) return events;
  const marked = [...events];
  for (let index = 0; index + 1 < marked.length; index++) {
    const [from, to] = [placeOf(marked[index]), placeOf(marked[index + 1])];
    if (from === undefined || to === undefined || Math.abs(from - to) !== 1) continue;
    marked[index] = { ...(marked[index] as Note), slurStarts: 1 };
    marked[index + 1] = { ...(marked[index + 1] as Note), slurStops: 1 };
    index++;
  }
  return marked;
}

function withStaccato(events: readonly LineEvent[], wanted: boolean): readonly LineEvent[] {
  if (!wanted) return events;
  return events.map((event, index) => {
    const place = placeOf(event);
    const isRepeated =
      place !== undefined && (placeOf(events[index - 1]) === place || placeOf(events[index + 1]) === place);
    const isShort = event.value.base === 'quarter' && event.value.dots === 0;
    return event.kind === 'note' && isRepeated && isShort && event.slurStarts + event.slurStops === 0
      ? { ...event, articulations: ['staccato'] }
      : event;
  });
}
