import { capital } from '../../base';
import { brassPlaces, type Instrument } from '../../instruments';
import { intervalName, pitchName, staffPlace } from '../../pitch';
import { withArticle } from '../measure-words';
import { connectedPairs, type MelodyNote } from '../melody';
import { type HardSpot, type Looking, spotAt } from './hard-spot';

/** From a fifth on, a leap must be heard before it is played. */
const SMALLEST_STEPS = 4;
/** Weight of a fifth; every further step adds some. */
const WEIGHT_OF_FIFTH = 1;
const WEIGHT_PER_STEP = 0.4;
/** On brass every partial that is jumped over makes the lips miss. */
const WEIGHT_PER_PARTIAL = 0.6;
/** Moving to the neighbouring partial is everyday work. */
const USUAL_PARTIALS = 1;

/** Wide leaps; on brass also jumps over partials, however near the notes look. */
export function leaps({ melody, instrument, words }: Looking): HardSpot[] {
  return connectedPairs(melody).flatMap(([from, to]) => {
    const steps = Math.abs(staffPlace(to.spelling) - staffPlace(from.spelling));
    const partials = instrument ? partialsBetween(instrument, from, to) : 0;
    const isWide = steps >= SMALLEST_STEPS;
    if (!isWide && partials <= USUAL_PARTIALS) return [];
    const weight =
      (isWide ? WEIGHT_OF_FIFTH + WEIGHT_PER_STEP * (steps - SMALLEST_STEPS) : 0) +
      WEIGHT_PER_PARTIAL * Math.max(0, partials - USUAL_PARTIALS);
    const direction = to.midi > from.midi ? 'up' : 'down';
    const lips = partials > USUAL_PARTIALS ? ` and ${partials} partials for the lips` : '';
    const text = `${capital(words.one(to.measureIndex))}: a leap ${direction} from ${pitchName(from.spelling)} to ${pitchName(to.spelling)}, ${withArticle(intervalName(from.spelling, to.spelling))}${lips}. Hear the second note before you play it.`;
    return [spotAt('leap', [from, to], weight, text)];
  });
}

function partialsBetween({ openNotes }: Instrument, from: MelodyNote, to: MelodyNote): number {
  const [a, b] = openNotes ? [from, to].map(({ midi }) => brassPlaces(midi, openNotes)[0]) : [];
  return a && b ? Math.abs(a.partialIndex - b.partialIndex) : 0;
}
