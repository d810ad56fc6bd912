import type { Part } from '../notation';
import { type CountedEvent, countedBeat, countedEvents } from './counted-beat';
import { easilyMissedEntries } from './entries';
import type { CountingSchool, Spoken } from './school';
import { type CountingStyle, type Density, schoolOf } from './style';

/** What is said, or only thought, on one note or rest. */
export interface CountLabel {
  /** E.g. `1`, `&`, `1 (2)`, `ta-a`: what is only held stands in brackets or behind a hyphen. */
  readonly text: string;
  /** Counted silently: on a rest. */
  readonly quiet: boolean;
}

/** Counts of the first voice of a part, by event id; events without a word, or left out by the density, have none. */
export function countPart(part: Part, style: CountingStyle): ReadonlyMap<string, CountLabel> {
  const school = schoolOf(style.school);
  const wanted = style.density === 'entries' ? idsAroundEntries(part) : undefined;
  const labels = new Map<string, CountLabel>();
  for (const measure of part.measures) {
    const beat = countedBeat(measure.meter, school.countsEighths ? style.compound : 'beats');
    for (const counted of countedEvents(measure, beat)) {
      if (wanted && !wanted.has(counted.event.id)) continue;
      const spoken = atDensity(school.say(counted, beat, style.words), counted, style.density);
      const text = join(spoken, counted, school);
      if (text) labels.set(counted.event.id, { text, quiet: counted.event.kind === 'rest' });
    }
  }
  return labels;
}

/** An entry is found by counting what comes before it as well. */
function idsAroundEntries(part: Part): ReadonlySet<string> {
  return new Set(easilyMissedEntries(part).flatMap(({ eventId, waitedOnId }) => [eventId, waitedOnId]));
}

function atDensity(spoken: Spoken, { startsOnBeat }: CountedEvent, density: Density): Spoken {
  return density === 'beats' && !startsOnBeat ? { ...spoken, start: '' } : spoken;
}

function join({ start, held }: Spoken, { event }: CountedEvent, school: CountingSchool): string {
  const said = held.filter(Boolean);
  if (event.kind === 'rest') return [start, ...said].filter(Boolean).join(' ');
  const separator = school.heldAs === 'brackets' ? ' ' : '-';
  // A tied note is not struck again: its start is held as well.
  if (event.tiedFromPrevious) {
    const all = [school.heldAs === 'vowels' ? start.slice(-1) : start, ...said].filter(Boolean);
    return all.length > 0 ? `(${all.join(separator)})` : '';
  }
  if (said.length === 0) return start;
  if (school.heldAs === 'vowels') return [start, ...said].filter(Boolean).join('-');
  return `${start} (${said.join(' ')})`.trim();
}
