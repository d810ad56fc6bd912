import { capital, listed } from '../base';
import {
  type DrumId,
  drumById,
  headsOf,
  type Measure,
  maybeDrum,
  type Part,
  placedEvents,
  voicesOf,
} from '../notation';
import { beatUnit, clicksPerMeasure, divide, toNumber } from '../time';
import type { Finding } from './finding';
import { contentKey, groups, mostOf } from './likeness';
import type { MeasureWords } from './measure-words';

/** A groove is there again and again. */
const FEWEST_TIMES = 2;

/**
 * What a drummer looks for first: the measure that comes again and again, what each drum does in it, and where the fill leaves it.
 * Nothing for lines that are not for a kit.
 */
export function grooves(part: Part, words: MeasureWords): Finding<'groove' | 'fill'>[] {
  if (!isForKit(part)) return [];
  const groove = mostOf(groups(part, contentKey, (measure) => strokesOf(measure).size > 0));
  if (groove.length < FEWEST_TIMES) return [];
  const first = part.measures[groove[0]!]!;
  return [
    {
      kind: 'groove',
      measureIndexes: groove,
      eventIds: [],
      sentence: `${capital(words.several(groove))} are the groove: ${sayMeasure(first)}.`,
    },
    ...fills(part, groove).map(
      (index): Finding<'fill'> => ({
        kind: 'fill',
        measureIndexes: [index],
        eventIds: [],
        sentence: `${capital(words.one(index))} is a fill: ${sayMeasure(part.measures[index]!)}. Play it alone, then from the ${words.noun} before into it.`,
      }),
    ),
  ];
}

const isForKit = ({ staffLines, measures }: Part) => staffLines === 5 && measures[0]!.clef === 'percussion';

/** Measures behind the groove, or before it comes back, that play something else. */
function fills({ measures }: Part, groove: readonly number[]): readonly number[] {
  return measures.flatMap((measure, index) => {
    const followsGroove = groove.includes(index - 1) && !groove.includes(index);
    return followsGroove && countOf(measure) > 1 ? [index] : [];
  });
}

const countOf = (measure: Measure) =>
  [...strokesOf(measure).values()].reduce((sum, places) => sum + places.length, 0);

/** Where each drum is struck, in beats from 0, in the order of the drums' first strokes. */
function strokesOf(measure: Measure): ReadonlyMap<DrumId, readonly number[]> {
  const unit = beatUnit(measure.meter).quarters;
  const strokes = new Map<DrumId, number[]>();
  for (const { event, at } of voicesOf(measure).flatMap((events) => placedEvents(events))) {
    if (event.kind === 'rest') continue;
    for (const head of headsOf(event)) {
      const drum = head.kind === 'unpitched' ? maybeDrum(head)?.id : undefined;
      if (drum) strokes.set(drum, [...(strokes.get(drum) ?? []), toNumber(divide(at, unit))]);
    }
  }
  for (const places of strokes.values()) places.sort((a, b) => a - b);
  return strokes;
}

function sayMeasure(measure: Measure): string {
  const clicks = clicksPerMeasure(measure.meter);
  return [...strokesOf(measure)].map(([drum, places]) => sayDrum(drum, places, clicks)).join('; ');
}

const HITS = [
  '',
  'on every click',
  'two hits for each click',
  'three hits for each click',
  'four hits for each click',
];

function sayDrum(drum: DrumId, places: readonly number[], clicks: number): string {
  const { name } = drumById(drum);
  const perClick = places.length / clicks;
  const even = places.every((place, index) => Math.abs(place - index / perClick) < 1e-6) && HITS[perClick];
  if (even) return perClick === 1 ? `${name} ${even}` : `${name}, ${even}`;
  return `${name} on ${sayPlaces(places)}`;
}

function sayPlaces(places: readonly number[]): string {
  const said = places.map((place) => {
    const beat = Math.floor(place + 1e-6);
    const within = place - beat;
    if (within < 1e-6) return `${beat + 1}`;
    return Math.abs(within - 1 / 2) < 1e-6 ? `the “and” of ${beat + 1}` : `beat ${beat + 1}, off the click`;
  });
  return listed(said);
}
