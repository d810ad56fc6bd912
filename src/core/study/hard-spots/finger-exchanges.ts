import { capital } from '../../base';
import { type FingersMoved, fingeringsOf, fingersMoved, type Instrument } from '../../instruments';
import { parsePitchName, pitchName, spellingToMidi } from '../../pitch';
import { connectedPairs, type MelodyNote } from '../melody';
import { type HardSpot, type Looking, spotAt } from './hard-spot';

/** One exchange between two notes: how hard and why. */
interface Exchange {
  readonly weight: number;
  readonly reason: string;
}

/** So many fingers in opposite directions are hard to move at one moment. */
const FEWEST_OPPOSITE_FINGERS = 1;
const WEIGHT_PER_OPPOSITE_FINGER = 0.5;
/** Where the register changes, so many fingers at once are hard. */
const REGISTER_FINGERS = 4;
const WEIGHT_OF_REGISTER = 2;
/** Slide positions that the arm crosses between two notes. */
const FEWEST_POSITIONS = 3;
const WEIGHT_PER_POSITION = 0.4;
const WEIGHT_OF_SKIPPED_STRING = 1.5;

/** Changes between two notes in which something unwanted sounds easily, told once for each pair of notes. */
export function fingerExchanges({ melody, instrument, words }: Looking): HardSpot[] {
  if (!instrument) return [];
  const told = new Set<string>();
  return connectedPairs(melody).flatMap(([from, to]) => {
    const exchange = maybeExchange(instrument, from, to);
    const pair = [from.midi, to.midi].sort((a, b) => a - b).join();
    if (!exchange || told.has(pair)) return [];
    told.add(pair);
    const text = `${capital(words.one(to.measureIndex))}: ${pitchName(from.spelling)} to ${pitchName(to.spelling)}: ${exchange.reason}`;
    return [spotAt('finger-exchange', [from, to], exchange.weight, text)];
  });
}

/** Between the usual fingerings: those are what a beginner has learned. */
function maybeExchange(player: Instrument, from: MelodyNote, to: MelodyNote): Exchange | undefined {
  const [a, b] = [from, to].map(({ spelling }) => fingeringsOf(player.id, spelling)[0]);
  if (!a || !b) return undefined;
  if (a.kind === 'slide' && b.kind === 'slide') return slideExchange(Math.abs(a.position - b.position));
  const moved = fingersMoved(a, b, UNHEARD_KEYS);
  return moved && fingersExchange(moved, registerOf(player, from.midi) !== registerOf(player, to.midi));
}

/** 0 for the lowest. */
const registerOf = ({ registersFrom = [] }: Instrument, midi: number) =>
  registersFrom.filter((name) => spellingToMidi(parsePitchName(name)) <= midi).length;

function slideExchange(positions: number): Exchange | undefined {
  if (positions < FEWEST_POSITIONS) return undefined;
  return {
    weight: WEIGHT_PER_POSITION * positions,
    reason: `the slide travels ${positions} positions. Tongue when it has arrived, or the way is heard.`,
  };
}

function fingersExchange({ up, down, across }: FingersMoved, isRegister: boolean): Exchange | undefined {
  const moving = up + down + across;
  if (isRegister && moving >= REGISTER_FINGERS) {
    return {
      weight: WEIGHT_OF_REGISTER,
      reason: `the register changes and ${moving} fingers move at once. Move them together, slowly at first.`,
    };
  }
  if (Math.min(up, down) < FEWEST_OPPOSITE_FINGERS) return undefined;
  return {
    weight: WEIGHT_PER_OPPOSITE_FINGER * (up + down),
    reason: `${up} ${up === 1 ? 'finger goes' : 'fingers go'} up while ${down} ${down === 1 ? 'goes' : 'go'} down. Both at one moment, or a wrong note sounds between.`,
  };
}

/** Whether the little finger's E♭ key moves a moment early or late is hardly heard. */
const UNHEARD_KEYS = ['E♭'];

/** A string that lies between two others is crossed without sounding. */
export function stringCrossings({ melody, instrument, words }: Looking): HardSpot[] {
  if (!instrument) return [];
  return connectedPairs(melody).flatMap(([from, to]) => {
    const [a, b] = [from, to].map((note) => stringNumberOf(instrument, note));
    if (a === undefined || b === undefined || Math.abs(a - b) < 2) return [];
    const text = `${capital(words.one(to.measureIndex))}: from the ${pitchName(from.spelling)} to the ${pitchName(to.spelling)} ${Math.abs(a - b) - 1 === 1 ? 'a string is' : `${Math.abs(a - b) - 1} strings are`} crossed. Let nothing between them sound.`;
    return [spotAt('finger-exchange', [from, to], WEIGHT_OF_SKIPPED_STRING, text)];
  });
}

/** Open strings from high to low. */
const STRING_ORDER: Readonly<Record<string, string>> = {
  violin: 'EADG',
  viola: 'ADGC',
  cello: 'ADGC',
  'double-bass': 'GDAE',
};

function stringNumberOf({ id }: Instrument, { spelling }: MelodyNote): number | undefined {
  const usual = fingeringsOf(id, spelling)[0];
  if (usual?.kind === 'fret') return usual.stringNumber;
  if (usual?.kind !== 'string') return undefined;
  const place = STRING_ORDER[id]?.indexOf(usual.string) ?? -1;
  return place < 0 ? undefined : place + 1;
}
