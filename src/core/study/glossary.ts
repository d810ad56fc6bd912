import {
  eventsOfMeasure,
  hasSwing,
  headSigns,
  headsOf,
  LANDMARK_WORDS,
  type Measure,
  type Part,
  sayJump,
} from '../notation';
import { inWordsOf, type Vocabulary } from '../time';

/** A word or sign of a line, explained. */
export interface GlossaryEntry {
  readonly id: string;
  /** As printed, or the name of the sign. */
  readonly term: string;
  /** How to say it, stressed syllable in capitals; only for words of other languages. */
  readonly pronunciation: string | undefined;
  readonly meaning: string;
}

interface Term {
  readonly id: string;
  readonly term: string;
  readonly pronunciation?: string;
  readonly meaning: string;
  isIn(part: Part): boolean;
}

// Meanings: common practice. Pronunciations follow Italian, written for English readers; from memory.
const WORDS: readonly (readonly [pattern: RegExp, term: string, pronunciation: string, meaning: string])[] = [
  [/\bgrave\b/i, 'grave', 'GRAH-veh', 'very slow and solemn'],
  [/\blargo\b/i, 'largo', 'LAR-go', 'very slow and broad'],
  [/\blarghetto\b/i, 'larghetto', 'lar-GET-to', 'slow, a little quicker than largo'],
  [/\blento\b/i, 'lento', 'LEN-to', 'slow'],
  [/\badagio\b/i, 'adagio', 'a-DAH-jo', 'slow'],
  [/\bandante\b/i, 'andante', 'an-DAN-teh', 'at a walking pace'],
  [/\bandantino\b/i, 'andantino', 'an-dan-TEE-no', 'a little quicker than andante'],
  [/\bmoderato\b/i, 'moderato', 'mo-deh-RAH-to', 'at a medium pace'],
  [/\ballegretto\b/i, 'allegretto', 'al-leh-GRET-to', 'fairly quick'],
  [/\ballegro\b/i, 'allegro', 'al-LEH-gro', 'quick and lively'],
  [/\bvivace\b/i, 'vivace', 'vee-VAH-cheh', 'quick and full of life'],
  [/\bpresto\b/i, 'presto', 'PRESS-to', 'very quick'],
  [/\brit(ard(ando)?)?\b\.?/i, 'rit. (ritardando)', 'ree-tar-DAN-do', 'getting slower, little by little'],
  [/\brall(entando)?\b\.?/i, 'rall. (rallentando)', 'ral-len-TAN-do', 'getting slower, little by little'],
  [
    /\baccel(erando)?\b\.?/i,
    'accel. (accelerando)',
    'at-chel-leh-RAN-do',
    'getting faster, little by little',
  ],
  [/\ba tempo\b/i, 'a tempo', 'ah TEM-po', 'back to the tempo from before'],
  [/\bcresc(endo)?\b\.?/i, 'cresc. (crescendo)', 'kreh-SHEN-do', 'getting louder, little by little'],
  [/\bdim(inuendo)?\b\.?/i, 'dim. (diminuendo)', 'dee-mee-noo-EN-do', 'getting softer, little by little'],
  [
    /\bdecresc(endo)?\b\.?/i,
    'decresc. (decrescendo)',
    'deh-kreh-SHEN-do',
    'getting softer, little by little',
  ],
  [/\bpi[uù] mosso\b/i, 'più mosso', 'pyoo MOSS-so', 'quicker'],
  [/\bmeno mosso\b/i, 'meno mosso', 'MEH-no MOSS-so', 'less quick'],
  [/\bpoco a poco\b/i, 'poco a poco', 'PO-ko ah PO-ko', 'little by little'],
  [/\bpoco\b(?! a poco)(?<!poco a poco)/i, 'poco', 'PO-ko', 'a little'],
  [/\bmolto\b/i, 'molto', 'MOL-to', 'very, much'],
  [/\bnon troppo\b/i, 'non troppo', 'non TROP-po', 'not too much'],
  [/\bsub(ito)?\b\.?/i, 'subito', 'SOO-bee-to', 'all at once'],
  [/\bsempre\b/i, 'sempre', 'SEM-preh', 'always, all the time'],
  [/\bdolce\b/i, 'dolce', 'DOL-cheh', 'sweetly'],
  [/\bmaestoso\b/i, 'maestoso', 'mah-eh-STO-zo', 'stately'],
  [/\bespr(essivo)?\b\.?/i, 'espr. (espressivo)', 'es-press-SEE-vo', 'with feeling'],
  [/\bgrazioso\b/i, 'grazioso', 'grah-tsee-O-zo', 'gracefully'],
  [/\bcantabile\b/i, 'cantabile', 'kan-TAH-bee-leh', 'singing'],
  [/\blegato\b/i, 'legato', 'leh-GAH-to', 'smoothly, without gaps'],
  [/\bpizz(icato)?\b\.?/i, 'pizz. (pizzicato)', 'pit-see-KAH-to', 'plucked with the finger'],
  [/\barco\b/i, 'arco', 'AR-ko', 'with the bow again'],
  [/\bfine\b/i, 'Fine', 'FEE-neh', 'the end'],
  [/\bD\.? ?C\.?/, 'D.C. (da capo)', 'dah KAH-po', 'again from the beginning'],
  [/\bD\.? ?S\.?/, 'D.S. (dal segno)', 'dahl SEN-yo', 'again from the sign'],
  [/\b(al |del )?segno\b/i, 'segno', 'SEN-yo', 'the sign that is leapt to'],
  [/\bcoda\b/i, 'coda', 'KO-dah', 'the ending that stands behind the line'],
  [/\btutti\b/i, 'tutti', 'TOO-tee', 'all together'],
  [/\bsolo\b/i, 'solo', 'SO-lo', 'one player alone'],
  [/\bsimile\b/i, 'simile', 'SEE-mee-leh', 'go on in the same way'],
];

const DYNAMICS: Readonly<Record<string, readonly [term: string, pronunciation: string, meaning: string]>> = {
  pp: ['pp (pianissimo)', 'pya-NISS-see-mo', 'very soft'],
  p: ['p (piano)', 'PYAH-no', 'soft'],
  mp: ['mp (mezzo piano)', 'MET-so PYAH-no', 'fairly soft'],
  mf: ['mf (mezzo forte)', 'MET-so FOR-teh', 'fairly loud'],
  f: ['f (forte)', 'FOR-teh', 'loud'],
  ff: ['ff (fortissimo)', 'for-TISS-see-mo', 'very loud'],
  fp: ['fp (forte piano)', 'FOR-teh PYAH-no', 'loud, and soft at once'],
  sfz: ['sfz (sforzando)', 'sfor-TSAN-do', 'this one note with force'],
};

const anyMeasure = (test: (measure: Measure) => boolean) => (part: Part) => part.measures.some(test);
const anyEvent = (test: (event: ReturnType<typeof eventsOfMeasure>[number]) => boolean) =>
  anyMeasure((measure) => eventsOfMeasure(measure).some(test));
const anyNote = (
  test: (note: Extract<ReturnType<typeof eventsOfMeasure>[number], { kind: 'note' }>) => boolean,
) => anyEvent((event) => event.kind === 'note' && test(event));
const anyPrintedSign = (alter: number) =>
  anyMeasure((measure) =>
    [...headSigns(measure).values()].flat().some((sign) => sign?.isPrinted && sign.alter === alter),
  );
const anyHairpin = (shape: 'crescendo' | 'diminuendo') =>
  anyMeasure(({ directions }) => directions.some((one) => one.kind === 'hairpin' && one.shape === shape));

const SIGNS: readonly Term[] = [
  {
    id: 'common-time',
    term: 'C (common time)',
    meaning: 'the same as 4/4',
    isIn: anyMeasure(({ meterSymbol }) => meterSymbol === 'common'),
  },
  {
    id: 'cut-time',
    term: '¢ (cut time)',
    meaning: 'the same as 2/2',
    isIn: anyMeasure(({ meterSymbol }) => meterSymbol === 'cut'),
  },
  {
    id: 'key-sharps',
    term: 'sharps at the beginning',
    meaning: 'the key signature: these letters are raised by a half step in the whole line, in every octave',
    isIn: anyMeasure(({ keyFifths }) => keyFifths > 0),
  },
  {
    id: 'key-flats',
    term: 'flats at the beginning',
    meaning: 'the key signature: these letters are lowered by a half step in the whole line, in every octave',
    isIn: anyMeasure(({ keyFifths }) => keyFifths < 0),
  },
  {
    id: 'sharp',
    term: '♯ (sharp)',
    meaning: 'raises the note by a half step, up to the barline',
    isIn: anyPrintedSign(1),
  },
  {
    id: 'flat',
    term: '♭ (flat)',
    meaning: 'lowers the note by a half step, up to the barline',
    isIn: anyPrintedSign(-1),
  },
  {
    id: 'natural',
    term: '♮ (natural)',
    meaning: 'takes a sharp or flat back, up to the barline',
    isIn: anyPrintedSign(0),
  },
  {
    id: 'pickup',
    term: 'pickup',
    meaning: 'the notes before the first full measure; what they lack stands in the last one',
    isIn: anyMeasure(({ number }) => number === 0),
  },
  {
    id: 'tie',
    term: 'tie',
    meaning: 'a curve between two equal notes: start once and hold for both',
    isIn: anyNote(({ tiedToNext }) => tiedToNext),
  },
  {
    id: 'slur',
    term: 'slur',
    meaning: 'a curve over different notes: join them without a fresh start',
    isIn: anyNote(({ slurStarts }) => slurStarts > 0),
  },
  {
    id: 'dot',
    term: 'dot behind a note',
    meaning: 'adds half of its value',
    isIn: anyNote(({ value }) => value.dots > 0),
  },
  {
    id: 'triplet',
    term: 'triplet: a small 3 over or under the notes',
    meaning: 'three notes in the time of two, all alike',
    isIn: anyNote(({ value }) => value.tuplet === 'triplet'),
  },
  {
    id: 'duplet',
    term: 'duplet: a small 2 over or under the notes',
    meaning: 'two notes in the time of three, both alike',
    isIn: anyNote(({ value }) => value.tuplet === 'duplet'),
  },
  {
    id: 'grace',
    term: 'a small note before a note',
    meaning: 'a grace note: play it quickly just before; it has no count of its own',
    isIn: anyNote(({ graces, pitch }) => graces !== undefined && pitch.kind === 'pitched'),
  },
  {
    id: 'flam',
    term: 'a small stroke before a stroke (flam)',
    meaning: 'both sticks fall almost together, the soft one a moment earlier; they count as one stroke',
    isIn: anyNote(({ graces, pitch }) => graces !== undefined && pitch.kind === 'unpitched'),
  },
  {
    id: 'ghost',
    term: 'a head in brackets (ghost note)',
    meaning: 'a stroke so soft that it is rather felt than heard',
    isIn: anyNote((note) => headsOf(note).some((head) => head.kind === 'unpitched' && head.ghost)),
  },
  {
    id: 'sticking',
    term: 'R and L over strokes',
    meaning: 'the hand that plays: right or left',
    isIn: anyNote(({ fingering, pitch }) => pitch.kind === 'unpitched' && /^[RL]$/.test(fingering ?? '')),
  },
  {
    id: 'open-string',
    term: '0 over a note',
    meaning: 'an open string: no finger presses it',
    isIn: anyNote(({ fingering }) => fingering === '0'),
  },
  ...(['8va', '8vb'] as const).map(
    (shape): Term => ({
      id: shape,
      term: `${shape} with a dashed line`,
      meaning: `play the notes ${shape === '8va' ? 'under it an octave higher' : 'over it an octave lower'} than they are printed`,
      isIn: anyMeasure(({ directions }) =>
        directions.some((one) => one.kind === 'octave-line' && one.shape === shape),
      ),
    }),
  ),
  {
    id: 'tablature',
    term: 'tablature: lines with numbers under the staff',
    meaning: 'each line is a string, the number is the fret to press; 0 is the open string',
    isIn: ({ tablature }) => tablature === true,
  },
  {
    id: 'swing',
    term: 'Swing',
    meaning:
      'two eighths in a beat are played long and short, as the first and the last of a triplet; they are counted as usual',
    isIn: hasSwing,
  },
  {
    id: 'measure-repeat',
    term: 'a slanted stroke with two dots in an empty measure',
    meaning: 'play the measure before once more',
    isIn: anyMeasure(({ shorthand }) => shorthand === 'as-before'),
  },
  {
    id: 'long-rest',
    term: 'a thick bar with a number over it',
    meaning:
      'rest for so many measures; count "1 2 3 4, 2 2 3 4, 3 2 3 4", so that the first number says the measure',
    isIn: anyMeasure(({ shorthand }) => shorthand === 'rest-goes-on'),
  },
  {
    id: 'trill',
    term: 'tr, with or without a wavy line',
    meaning:
      'go quickly to and fro between the note and the one above it; play the plain note until your teacher shows you',
    isIn: anyNote(({ ornament }) => ornament === 'trill'),
  },
  {
    id: 'mordent',
    term: 'mordent: a short wavy line with a stroke through it',
    meaning: 'the note, the one below it and the note again, quickly',
    isIn: anyNote(({ ornament }) => ornament === 'mordent'),
  },
  {
    id: 'turn',
    term: 'turn: an S that lies down',
    meaning: 'around the note: the one above it, itself, the one below it, itself',
    isIn: anyNote(({ ornament }) => ornament === 'turn'),
  },
  {
    id: 'down-bow',
    term: 'down bow: a bracket that is open below',
    meaning: 'pull the bow, from the frog to the tip',
    isIn: anyNote(({ bowing }) => bowing === 'down'),
  },
  {
    id: 'up-bow',
    term: 'up bow: a V',
    meaning: 'push the bow, from the tip to the frog',
    isIn: anyNote(({ bowing }) => bowing === 'up'),
  },
  {
    id: 'staccato',
    term: 'staccato: a dot over or under a note',
    meaning: 'short, with a gap after it',
    isIn: anyNote(({ articulations }) => articulations.includes('staccato')),
  },
  {
    id: 'tenuto',
    term: 'tenuto: a line over or under a note',
    meaning: 'held for its full value',
    isIn: anyNote(({ articulations }) => articulations.includes('tenuto')),
  },
  {
    id: 'accent',
    term: 'accent: > over or under a note',
    meaning: 'begins stronger than the others',
    isIn: anyNote(({ articulations }) => articulations.includes('accent')),
  },
  {
    id: 'marcato',
    term: 'marcato: ^ over a note',
    meaning: 'strongly marked',
    isIn: anyNote(({ articulations }) => articulations.includes('marcato')),
  },
  {
    id: 'fermata',
    term: 'fermata: an arch with a dot',
    meaning: 'hold longer than written, as long as it feels right',
    isIn: anyEvent(({ fermata }) => fermata),
  },
  {
    id: 'breath',
    term: 'comma over the staff',
    meaning: 'breathe here, and come in on time',
    isIn: anyNote(({ breathAfter }) => breathAfter),
  },
  {
    id: 'crescendo',
    term: 'opening wedge (crescendo)',
    pronunciation: 'kreh-SHEN-do',
    meaning: 'getting louder, little by little',
    isIn: anyHairpin('crescendo'),
  },
  {
    id: 'diminuendo',
    term: 'closing wedge (diminuendo)',
    pronunciation: 'dee-mee-noo-EN-do',
    meaning: 'getting softer, little by little',
    isIn: anyHairpin('diminuendo'),
  },
  {
    id: 'double-bar',
    term: 'two thin barlines',
    meaning: 'a section ends here; go straight on',
    isIn: anyMeasure(({ barline }) => barline === 'double'),
  },
  {
    id: 'courtesy',
    term: 'courtesy sign',
    meaning: 'a sign before a note that only reminds: the one in the measure before does not reach here',
    isIn: anyNote(({ courtesy }) => courtesy === true),
  },
  {
    id: 'repeat',
    term: 'repeat sign: two dots at a double bar',
    meaning: 'play again from the facing dots, or from the beginning',
    isIn: anyMeasure(({ repeatPlays }) => repeatPlays > 1),
  },
  {
    id: 'endings',
    term: 'brackets 1. and 2.',
    meaning: 'the first time play what stands under 1., the second time leap to 2.',
    isIn: anyMeasure(({ endingPasses }) => endingPasses.length > 0),
  },
];

/** Words and signs of a part with their meaning; only what occurs, words first. */
export function glossaryOf(part: Part, vocabulary: Vocabulary): readonly GlossaryEntry[] {
  const text = [part.tempo?.words ?? '', ...part.measures.flatMap(wordsOf)].join(' · ');
  const words = WORDS.filter(([pattern]) => pattern.test(text)).map(([, term, pronunciation, meaning]) => ({
    id: term,
    term,
    pronunciation,
    meaning,
  }));
  const signs = SIGNS.filter((sign) => sign.isIn(part)).map(({ id, term, pronunciation, meaning }) => ({
    id,
    term: inWordsOf(term, vocabulary),
    pronunciation,
    meaning: inWordsOf(meaning, vocabulary),
  }));
  return [...words, ...dynamicsOf(part), ...signs];
}

function wordsOf({ directions, landmarks = [], jump }: Measure): string[] {
  const signs = [...landmarks.map((one) => LANDMARK_WORDS[one]), ...(jump ? [sayJump(jump)] : [])];
  const words = directions.flatMap((direction) => {
    if (direction.kind === 'words') return [direction.text];
    return direction.kind === 'tempo' ? [direction.mark.words ?? ''] : [];
  });
  return [...words, ...signs];
}

function dynamicsOf(part: Part): GlossaryEntry[] {
  const marks = new Set(
    part.measures.flatMap(({ directions }) =>
      directions.flatMap((one) => (one.kind === 'dynamic' ? [one.mark] : [])),
    ),
  );
  return Object.entries(DYNAMICS)
    .filter(([mark]) => marks.has(mark))
    .map(([id, [term, pronunciation, meaning]]) => ({ id, term, pronunciation, meaning }));
}
