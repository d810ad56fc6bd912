import { type Measure, type Part, writtenLength } from '../../notation';
import { compare, measureLength } from '../../time';
import type { Question } from '../question';
import { maybeRhythmCode } from '../rhythm-code';

/** One note is no rhythm to clap, and more cannot be kept in mind. */
const FEWEST_NOTES = 2;
const MOST_EVENTS = 8;

/** Measures whose rhythm can be clapped or told by ear: whole, of one voice, without ties. */
function figuresOf(part: Part) {
  return part.measures.flatMap((measure, measureIndex) => {
    const code = maybeFigure(measure);
    return code === undefined ? [] : [{ measure, measureIndex, code }];
  });
}

function maybeFigure(measure: Measure): string | undefined {
  const { events, meter, otherVoices } = measure;
  const notes = events.filter(({ kind }) => kind === 'note').length;
  if (otherVoices.length > 0 || notes < FEWEST_NOTES || events.length > MOST_EVENTS) return undefined;
  if (compare(writtenLength(measure), measureLength(meter)) !== 0) return undefined;
  const code = maybeRhythmCode(events);
  return code && `${meter.beats}/${meter.beatType} ${code}`;
}

/** Rhythms to be clapped, and heard. */
export function clapsOf(part: Part): readonly Question[] {
  return figuresOf(part).map(({ measureIndex, code }) => ({
    item: `clap ${code}`,
    kind: 'clap',
    eventIds: [],
    measureIndex,
    answer: '',
    choices: [],
  }));
}

/** So many measures stand to choose from. */
export const MEASURES_HEARD = 4;

/** Which of some measures sounds; they differ, or nobody could tell. The choices are their places, from 1. */
export function heardOf(part: Part): readonly Question[] {
  return figuresOf(part).flatMap(({ measureIndex, code }): Question[] => {
    const from = firstShownMeasure(measureIndex);
    const shown = part.measures.slice(from, from + MEASURES_HEARD);
    const sounds = shown.map(({ events }) =>
      JSON.stringify(
        events.map((event) => [event.kind, event.quarters, event.kind === 'note' ? event.pitch : null]),
      ),
    );
    const own = sounds[measureIndex - from]!;
    if (shown.length < 2 || sounds.filter((sound) => sound === own).length > 1) return [];
    return [
      {
        item: `heard ${code}`,
        kind: 'heard',
        eventIds: [],
        measureIndex,
        answer: `${measureIndex - from + 1}`,
        choices: shown.map((_, index) => `${index + 1}`),
      },
    ];
  });
}

/** The first of the measures that stand to choose from. */
export const firstShownMeasure = (measureIndex: number): number =>
  MEASURES_HEARD * Math.floor(measureIndex / MEASURES_HEARD);
