import type { LineEvent, Measure } from '../notation';
import { beamGroups } from './beam-groups';

const BEAMS: Partial<Record<LineEvent['value']['base'], number>> = { eighth: 1, sixteenth: 2 };

/**
 * The `<beam>` elements of a voice by event id.
 * Source: MusicXML 4.0, element beam: number 1 is the eighth's; begin, continue, end, and hooks for a single shorter note.
 */
export function writeBeams(measure: Measure, events: readonly LineEvent[]): ReadonlyMap<string, string> {
  const beams = new Map<string, string>();
  for (const group of beamGroups(measure, events)) {
    if (group.length < 2) continue;
    group.forEach((event, index) => {
      const own = BEAMS[event.value.base] ?? 0;
      const numbers = Array.from({ length: own }, (_, level) => level + 1);
      beams.set(
        event.id,
        numbers.map((number) => `<beam number="${number}">${beamKind(group, index, number)}</beam>`).join(''),
      );
    });
  }
  return beams;
}

function beamKind(group: readonly LineEvent[], index: number, number: number): string {
  const reaches = (event: LineEvent | undefined) =>
    event !== undefined && (BEAMS[event.value.base] ?? 0) >= number;
  const [before, after] = [reaches(group[index - 1]), reaches(group[index + 1])];
  if (before && after) return 'continue';
  if (before) return 'end';
  if (after) return 'begin';
  return index === 0 ? 'forward hook' : 'backward hook';
}
