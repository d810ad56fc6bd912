import { failure, type Result, success } from '../base';
import {
  type Clef,
  DRUM_IDS,
  DYNAMIC_MARKS,
  drumById,
  type Measure,
  maybeChordSymbol,
  maybeJump,
  maybeLandmark,
  ORNAMENTS,
  type Ornament,
} from '../notation';
import type { Step } from '../pitch';
import { beatUnit, COUNTED_METERS, meter } from '../time';
import type { Command } from './command';

const CLEF_NAMES: Readonly<Record<string, Clef>> = {
  treble: 'treble',
  bass: 'bass',
  alto: 'alto',
  tenor: 'tenor',
  percussion: 'percussion',
  drum: 'percussion',
};

const LETTER_FIFTHS: Readonly<Record<string, number>> = { F: -1, C: 0, G: 1, D: 2, A: 3, E: 4, B: 5 };

/** One way of saying something to the desk. */
interface Saying {
  readonly pattern: RegExp;
  /** Undefined when the words do not make sense after all. */
  readonly read: (match: RegExpExecArray, measure: Measure) => Command | undefined;
}

const SAYINGS: readonly Saying[] = [
  {
    pattern: new RegExp(`^(${DYNAMIC_MARKS.join('|')})$`),
    read: ([, mark]) => ({ kind: 'dynamic', mark: mark! }),
  },
  { pattern: /^(?:cresc(?:endo)?\.?|louder|grow)$/i, read: () => ({ kind: 'hairpin', shape: 'crescendo' }) },
  {
    pattern: /^(?:dim(?:inuendo)?\.?|decresc(?:endo)?\.?|softer|fade)$/i,
    read: () => ({ kind: 'hairpin', shape: 'diminuendo' }),
  },
  { pattern: /^c$/i, read: () => ({ kind: 'meter', meter: meter(4, 4), symbol: 'common' }) },
  { pattern: /^cut(?: time)?$/i, read: () => ({ kind: 'meter', meter: meter(2, 2), symbol: 'cut' }) },
  {
    pattern: /^(\d{1,2})\s*\/\s*(\d)$/,
    read: ([, beats, beatType]) => readMeter(Number(beats), Number(beatType)),
  },
  {
    pattern: /^(?:key\s+)?(\d)\s*(sharp|flat)s?$/i,
    read: ([, count, sign]) => keyOf(Number(count) * (sign!.toLowerCase() === 'sharp' ? 1 : -1)),
  },
  { pattern: /^(?:key\s+)?no (?:sharps|flats)$/i, read: () => keyOf(0) },
  { pattern: /^key\s+([A-Ga-g])\s*(#|♯|b|♭|sharp|flat)?\s*(major|minor|m)?$/, read: readKey },
  {
    pattern: /^clef\s+(\w+)$/i,
    read: ([, name]) => {
      const clef = CLEF_NAMES[name!.toLowerCase()];
      return clef && { kind: 'clef', clef };
    },
  },
  { pattern: /^finger(?:ing)?\s+([0-5]|[a-z]{1,3})$/i, read: ([, text]) => hint('fingering', text!) },
  {
    pattern: new RegExp(`^(${DRUM_IDS.map((id) => drumById(id).name).join('|')})$`, 'i'),
    read: ([, name]) => {
      const drum = DRUM_IDS.find((id) => drumById(id).name === name!.toLowerCase());
      return drum && { kind: 'drum', drum };
    },
  },
  {
    pattern: /^(down|up)[- ]?bow$/i,
    read: ([, way]) => ({ kind: 'bowing', bowing: way!.toLowerCase() === 'up' ? 'up' : 'down' }),
  },
  {
    pattern: new RegExp(`^(${ORNAMENTS.join('|')})$`, 'i'),
    read: ([, name]) => ({ kind: 'ornament', ornament: name!.toLowerCase() as Ornament }),
  },
  {
    pattern: /^chord\s+(\S+)$/i,
    read: ([, name]) => {
      const symbol = maybeChordSymbol(`${name![0]!.toUpperCase()}${name!.slice(1)}`);
      return symbol && { kind: 'chord-symbol', symbol };
    },
  },
  { pattern: /^string\s+([0-9]|[IVX]{1,4})$/i, read: ([, text]) => hint('stringHint', text!.toUpperCase()) },
  {
    pattern: /^position\s+([0-9]|[IVX]{1,4})$/i,
    read: ([, text]) => hint('positionHint', text!.toUpperCase()),
  },
  {
    pattern: /^(?:sing|words under)\s+(.+)$/i,
    read: ([, text]) => ({ kind: 'lyrics', syllables: syllablesOf(text!), verse: 1 }),
  },
  {
    pattern: /^(?:verse 2|second verse)\s+(.+)$/i,
    read: ([, text]) => ({ kind: 'lyrics', syllables: syllablesOf(text!), verse: 2 }),
  },
  {
    pattern: /^grace(?: notes?)?((?:\s+[A-G])+)$/i,
    read: ([, letters]) => ({
      kind: 'graces',
      steps: letters!.trim().toUpperCase().split(/\s+/) as Step[],
    }),
  },
  { pattern: /^no grace(?: notes?)?$/i, read: () => ({ kind: 'no-grace' }) },
  { pattern: /^flam$/i, read: () => ({ kind: 'flam' }) },
  { pattern: /^ghost(?: note)?$/i, read: () => ({ kind: 'ghost' }) },
  { pattern: /^(?:measure|bar) repeat$/i, read: () => ({ kind: 'measure-repeat' }) },
  {
    pattern: /^rest (\d{1,2}) (?:measures|bars)$/i,
    read: ([, count]) => {
      const measures = Number(count);
      return measures >= 2 && measures <= MOST_RESTED_MEASURES ? { kind: 'long-rest', measures } : undefined;
    },
  },
  {
    pattern: /^8v([ab])$/i,
    read: ([, way]) => ({ kind: 'octave-line', shape: way!.toLowerCase() === 'a' ? '8va' : '8vb' }),
  },
  { pattern: /^tab(?:lature)?$/i, read: () => ({ kind: 'tablature' }) },
  { pattern: /^open string$/i, read: () => hint('fingering', '0') },
  {
    pattern: /^stick(?:ing|s)?((?:\s+[RL])+)$/i,
    read: ([, hands]) => ({ kind: 'sticking', hands: hands!.trim().toUpperCase().split(/\s+/) }),
  },
  { pattern: /^(?:triplets?|duplets?|no (?:triplets?|duplets?))$/i, read: () => ({ kind: 'tuplet' }) },
  { pattern: /^no jump$/i, read: () => ({ kind: 'jump', jump: undefined }) },
  {
    pattern: /^(?:D\.?\s*[CS]\.?|da capo|dal segno)(?: al (?:fine|coda))?$/i,
    read: ([text]) => {
      const jump = maybeJump(text);
      return jump && { kind: 'jump', jump };
    },
  },
  {
    pattern: /^(?:segno|coda|to coda|fine)$/i,
    read: ([text]) => {
      const landmark = maybeLandmark(text);
      return landmark && { kind: 'landmark', landmark };
    },
  },
  { pattern: /^pickup$/i, read: () => ({ kind: 'pickup' }) },
  {
    pattern: /^(?:ending\s+([1-4])|([1-4])(?:st|nd|rd|th) ending)$/i,
    read: ([, a, b]) => ending([Number(a ?? b)]),
  },
  { pattern: /^no ending$/i, read: () => ending([]) },
  { pattern: /^no tempo$/i, read: () => ({ kind: 'tempo', tempo: undefined }) },
  { pattern: /^(.*?)\s*(?:tempo|=|at)?\s*(\d{2,3})(?:\s*bpm)?$/i, read: readTempo },
  { pattern: /^"?([^"]{1,80})"?$/, read: ([, text]) => ({ kind: 'words', text: text!.trim() }) },
];

/** A longer rest is not printed as one in a beginner's line. */
const MOST_RESTED_MEASURES = 32;

/** What can be said, for the help beside the box. */
export const SAYABLE: readonly (readonly [example: string, does: string])[] = [
  ['mf', 'a dynamic mark: pp p mp mf f ff fp sfz'],
  ['louder · softer', 'a hairpin over what is selected'],
  ['8va · 8vb', 'printed an octave lower or higher than it sounds, over what is selected'],
  ['3/4 · C · cut', 'a time signature from this measure on'],
  ['key G · 2 flats', 'a key signature from this measure on'],
  ['clef bass', 'a clef from this measure on'],
  ['Gently 72', 'a tempo with its word'],
  ['rit. · a tempo', 'words above the staff'],
  ['Swing · straight', 'eighths long and short from here on, or even again'],
  ['sing lan-tern light · verse 2 …', 'syllables under the notes, from here on'],
  ['grace B · grace A B · no grace', 'small notes before the note'],
  [
    'flam · ghost · sticking R L R R',
    'for drums: a stroke just before, a very soft one, the hands from here on',
  ],
  ['finger 3 · open string · string 2 · position III', 'a hint at the note'],
  ['tablature', 'strings and frets under the staff of a guitar or ukulele'],
  ['trill · mordent · turn', 'an ornament over the note'],
  ['chord Am7 · chord D/F#', 'a chord symbol over the staff'],
  ['bass drum · closed hi-hat · floor tom', 'a drum of a kit'],
  ['down bow · up bow', 'how the bow goes; once more takes it away'],
  ['triplet · duplet', 'three in the time of two; in threes, two in the time of three; once more ends it'],
  ['D.C. al Fine · D.S. al Coda · no jump', 'where it goes on behind this measure'],
  ['Fine · segno · coda · to coda', 'the signs that this leads to; once more takes one away'],
  ['measure repeat · rest 4 measures', 'the measure before again, as a sign; a long rest, as one'],
  ['ending 1 · ending 2 · no ending', 'a bracket over this measure'],
];

/**
 * Understands what a teacher would say or pencil over the staff.
 * @param measure where it is said: a tempo is counted in its beats.
 */
export function understand(said: string, measure: Measure): Result<Command> {
  const text = said.trim();
  for (const { pattern, read } of SAYINGS) {
    const match = pattern.exec(text);
    if (!match) continue;
    const command = read(match, measure);
    if (command) return success(command);
    return failure({
      code: 'not-understood',
      message: `"${text}" is not something this line can have; try one of the examples.`,
    });
  }
  return failure({ code: 'not-understood', message: 'Say what to write: a mark, a meter, a key or words.' });
}

function readMeter(beats: number, beatType: number): Command | undefined {
  const isCounted = COUNTED_METERS.some((known) => known === `${beats}/${beatType}`);
  return isCounted ? { kind: 'meter', meter: meter(beats, beatType), symbol: undefined } : undefined;
}

function keyOf(fifths: number): Command | undefined {
  return Math.abs(fifths) <= 7 ? { kind: 'key', fifths } : undefined;
}

function readKey([, letter, sign, mode]: RegExpExecArray): Command | undefined {
  const isFlat = sign === 'b' || sign === '♭' || sign === 'flat';
  const altered = sign === undefined ? 0 : isFlat ? -7 : 7;
  const isMinor = mode === 'minor' || mode === 'm';
  return keyOf(LETTER_FIFTHS[letter!.toUpperCase()]! + altered - (isMinor ? 3 : 0));
}

function hint(name: 'fingering' | 'stringHint' | 'positionHint', text: string): Command {
  return { kind: 'hint', hint: name, text };
}

function ending(passes: readonly number[]): Command {
  return { kind: 'ending', passes };
}

/** `lan-tern light` is `lan-`, `tern`, `light`. */
function syllablesOf(text: string): readonly string[] {
  return text
    .trim()
    .split(/\s+/)
    .flatMap((word) => word.split(/(?<=-)/))
    .map((syllable) => syllable.slice(0, 30));
}

function readTempo([, words, number]: RegExpExecArray, measure: Measure): Command | undefined {
  const bpm = Number(number);
  if (bpm < 20 || bpm > 400) return undefined;
  return {
    kind: 'tempo',
    tempo: {
      beatQuarters: beatUnit(measure.meter).quarters,
      bpm,
      words: words?.trim().slice(0, 60) || undefined,
    },
  };
}
