import { eventsOfMeasure, headSigns, type Measure, type Part } from '../notation';
import { measureName, type Vocabulary } from '../time';

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
  /** @param bar what the class calls what lies between two barlines. */
  meaning(bar: string): string;
  isIn(part: Part): boolean;
}

// Meanings: common practice. Pronunciations follow Italian, written for English readers; from memory.
const WORDS: readonly (readonly [pattern: RegExp, term: string, pronunciation: string, meaning: string])[] = [
  [/\blargo\b/i, 'largo', 'LAR-go', 'very slow and broad'],
  [/\badagio\b/i, 'adagio', 'a-DAH-jo', 'slow'],
  [/\bandante\b/i, 'andante', 'an-DAN-teh', 'at a walking pace'],
  [/\bandantino\b/i, 'andantino', 'an-dan-TEE-no', 'a little quicker than andante'],
  [/\bmoderato\b/i, 'moderato', 'mo-deh-RAH-to', 'at a medium pace'],
  [/\ballegretto\b/i, 'allegretto', 'al-leh-GRET-to', 'fairly quick'],
  [/\ballegro\b/i, 'allegro', 'al-LEH-gro', 'quick and lively'],
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
  [
    /\b(dim(inuendo)?|decresc(endo)?)\b\.?/i,
    'dim. (diminuendo)',
    'dee-mee-noo-EN-do',
    'getting softer, little by little',
  ],
  [/\bdolce\b/i, 'dolce', 'DOL-cheh', 'sweetly'],
  [/\bcantabile\b/i, 'cantabile', 'kan-TAH-bee-leh', 'singing'],
  [/\blegato\b/i, 'legato', 'leh-GAH-to', 'smoothly, without gaps'],
  [/\bpizz(icato)?\b\.?/i, 'pizz. (pizzicato)', 'pit-see-KAH-to', 'plucked with the finger'],
  [/\barco\b/i, 'arco', 'AR-ko', 'with the bow again'],
  [/\bfine\b/i, 'Fine', 'FEE-neh', 'the end'],
  [/\bD\.? ?C\.?/, 'D.C. (da capo)', 'dah KAH-po', 'again from the beginning'],
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
const plain = (meaning: string) => () => meaning;

const SIGNS: readonly Term[] = [
  {
    id: 'common-time',
    term: 'C (common time)',
    meaning: () => 'the same as 4/4',
    isIn: anyMeasure(({ meterSymbol }) => meterSymbol === 'common'),
  },
  {
    id: 'cut-time',
    term: '¢ (cut time)',
    meaning: () => 'the same as 2/2',
    isIn: anyMeasure(({ meterSymbol }) => meterSymbol === 'cut'),
  },
  {
    id: 'key-sharps',
    term: 'sharps at the beginning',
    meaning: plain(
      'the key signature: these letters are raised by a half step in the whole line, in every octave',
    ),
    isIn: anyMeasure(({ keyFifths }) => keyFifths > 0),
  },
  {
    id: 'key-flats',
    term: 'flats at the beginning',
    meaning: plain(
      'the key signature: these letters are lowered by a half step in the whole line, in every octave',
    ),
    isIn: anyMeasure(({ keyFifths }) => keyFifths < 0),
  },
  {
    id: 'sharp',
    term: '♯ (sharp)',
    meaning: () => 'raises the note by a half step, up to the barline',
    isIn: anyPrintedSign(1),
  },
  {
    id: 'flat',
    term: '♭ (flat)',
    meaning: () => 'lowers the note by a half step, up to the barline',
    isIn: anyPrintedSign(-1),
  },
  {
    id: 'natural',
    term: '♮ (natural)',
    meaning: () => 'takes a sharp or flat back, up to the barline',
    isIn: anyPrintedSign(0),
  },
  {
    id: 'pickup',
    term: 'pickup',
    meaning: (bar) => `the notes before the first full ${bar}; what they lack stands in the last one`,
    isIn: anyMeasure(({ number }) => number === 0),
  },
  {
    id: 'tie',
    term: 'tie',
    meaning: plain('a curve between two equal notes: start once and hold for both'),
    isIn: anyNote(({ tiedToNext }) => tiedToNext),
  },
  {
    id: 'slur',
    term: 'slur',
    meaning: plain('a curve over different notes: join them without a fresh start'),
    isIn: anyNote(({ slurStarts }) => slurStarts > 0),
  },
  {
    id: 'dot',
    term: 'dot behind a note',
    meaning: plain('adds half of its value'),
    isIn: anyNote(({ value }) => value.dots > 0),
  },
  {
    id: 'staccato',
    term: 'staccato: a dot over or under a note',
    meaning: plain('short, with a gap after it'),
    isIn: anyNote(({ articulations }) => articulations.includes('staccato')),
  },
  {
    id: 'tenuto',
    term: 'tenuto: a line over or under a note',
    meaning: plain('held for its full value'),
    isIn: anyNote(({ articulations }) => articulations.includes('tenuto')),
  },
  {
    id: 'accent',
    term: 'accent: > over or under a note',
    meaning: plain('begins stronger than the others'),
    isIn: anyNote(({ articulations }) => articulations.includes('accent')),
  },
  {
    id: 'marcato',
    term: 'marcato: ^ over a note',
    meaning: plain('strongly marked'),
    isIn: anyNote(({ articulations }) => articulations.includes('marcato')),
  },
  {
    id: 'fermata',
    term: 'fermata: an arch with a dot',
    meaning: plain('hold longer than written, as long as it feels right'),
    isIn: anyEvent(({ fermata }) => fermata),
  },
  {
    id: 'breath',
    term: 'comma over the staff',
    meaning: plain('breathe here, and come in on time'),
    isIn: anyNote(({ breathAfter }) => breathAfter),
  },
  {
    id: 'crescendo',
    term: 'opening wedge (crescendo)',
    pronunciation: 'kreh-SHEN-do',
    meaning: plain('getting louder, little by little'),
    isIn: anyHairpin('crescendo'),
  },
  {
    id: 'diminuendo',
    term: 'closing wedge (diminuendo)',
    pronunciation: 'dee-mee-noo-EN-do',
    meaning: plain('getting softer, little by little'),
    isIn: anyHairpin('diminuendo'),
  },
  {
    id: 'repeat',
    term: 'repeat sign: two dots at a double bar',
    meaning: plain('play again from the facing dots, or from the beginning'),
    isIn: anyMeasure(({ repeatPlays }) => repeatPlays > 1),
  },
  {
    id: 'endings',
    term: 'brackets 1. and 2.',
    meaning: plain('the first time play what stands under 1., the second time leap to 2.'),
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
    term,
    pronunciation,
    meaning: meaning(measureName(vocabulary)),
  }));
  return [...words, ...dynamicsOf(part), ...signs];
}

function wordsOf({ directions }: Measure): string[] {
  return directions.flatMap((direction) => (direction.kind === 'words' ? [direction.text] : []));
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
