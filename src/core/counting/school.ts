import type { Measure, Part } from '../notation';

/** What is said, or only thought, on one note or rest. */
export interface CountLabel {
  /** E.g. `1`, `&`, `1 (2)`: held beats stand in brackets. */
  readonly text: string;
  /** Counted silently: on a rest. */
  readonly quiet: boolean;
}

/** A way of counting rhythm aloud. */
export interface CountingSchool {
  readonly id: string;
  readonly name: string;
  /** One label per event of the measure, in order. */
  countMeasure(measure: Measure): readonly CountLabel[];
}

/** Counts of a whole part, by event id. */
export function countPart(part: Part, school: CountingSchool): ReadonlyMap<string, CountLabel> {
  const labels = new Map<string, CountLabel>();
  for (const measure of part.measures) {
    const counted = school.countMeasure(measure);
    measure.events.forEach((event, index) => {
      labels.set(event.id, counted[index]!);
    });
  }
  return labels;
}
