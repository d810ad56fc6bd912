import { listed } from '../../base';
import { isInReach } from '../../instruments';
import { pitchNameInOctave } from '../../pitch';
import { type HardSpot, type Looking, spotAt } from './hard-spot';

/** Before everything else: what cannot be played need not be practised. */
const WEIGHT_OF_UNPLAYABLE = 20;
const WEIGHT_OF_TOO_HARD = 8;

/** Notes that the instrument does not have, or that nobody of the level plays on it. */
export function outOfReach({ melody, instrument, level, words }: Looking): HardSpot[] {
  if (!instrument?.ranges) return [];
  const [forLevel, forAny] = [isInReach(instrument, level), isInReach(instrument, 3)];
  const pitched = melody.filter(({ isPitched }) => isPitched);
  const say = (notes: typeof pitched, weight: number, why: string): HardSpot[] => {
    if (notes.length === 0) return [];
    const names = listed([...new Set(notes.map(({ spelling }) => pitchNameInOctave(spelling)))]);
    const where = words.several([...new Set(notes.map(({ measureIndex }) => measureIndex))]);
    return [spotAt('out-of-reach', notes, weight, `${names} in ${where}: ${why}`)];
  };
  const unplayable = pitched.filter(({ midi }) => !forAny(midi));
  const tooHard = pitched.filter(({ midi }) => forAny(midi) && !forLevel(midi));
  return [
    ...say(unplayable, WEIGHT_OF_UNPLAYABLE, `outside of what a beginner plays on the ${instrument.name}.`),
    ...say(tooHard, WEIGHT_OF_TOO_HARD, `beyond level ${level} on the ${instrument.name}.`),
  ];
}
