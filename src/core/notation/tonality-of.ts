import {
  keyAlteration,
  type Mode,
  type Spelling,
  STEPS,
  spellingToMidi,
  type Tonality,
  tonicOf,
} from '../pitch';
import { toNumber } from '../time';
import type { Part } from './line';

/** A tonic is where the line comes home: its last note counts most, then its first strong one, then how long it sounds in all. */
const WORTH_OF_LAST = 4;
/** Some end on the third or the fifth. */
const WORTH_OF_LAST_IN_CHORD = 1.5;
const WORTH_OF_FIRST = 2;
const WORTH_OF_SHARE = 3;
/** Major and minor are likelier than the other modes, unless the notes speak for these. Common practice in beginners' lines. */
const WORTH_OF_MODE: Readonly<Record<Mode, number>> = {
  major: 1.5,
  minor: 1,
  mixolydian: 0.2,
  dorian: 0.2,
  lydian: -1,
  phrygian: -1,
};
/** A file that names a mode means it; but programs write "major" where nobody has said anything. */
const worthOfNamed = (mode: Mode) => (mode === 'major' ? 1 : 10);
/** A note outside of the scale, for its share of the line. */
const COST_OF_STRANGER = 8;
/** For every accidental that the scale has more or less than the signature prints. */
const COST_OF_OTHER_SIGNATURE = 0.6;

/**
 * The key of a part: by what the file names, its signature, its first and last notes, and what sounds in between. A tune of G, A and B
 * is in G, whatever is printed; one that ends on the second note of its scale is dorian.
 * @returns undefined for a part without pitches.
 */
export function tonalityOf(part: Part): Tonality | undefined {
  const notes = part.measures.flatMap(({ events }) =>
    events.flatMap((event) =>
      event.kind === 'note' && event.pitch.kind === 'pitched'
        ? [{ spelling: event.pitch.spelling, quarters: toNumber(event.quarters) }]
        : [],
    ),
  );
  const [first, last] = [firstStrong(part), notes.at(-1)?.spelling];
  const fifths = part.measures.at(-1)!.keyFifths;
  if (!first || !last) return undefined;
  const all = notes.reduce((sum, { quarters }) => sum + quarters, 0);
  const share = (test: (spelling: Spelling) => boolean) =>
    notes.reduce((sum, { spelling, quarters }) => (test(spelling) ? sum + quarters : sum), 0) / all;
  const worthOf = (tonality: Tonality, tonic: Pick<Spelling, 'step' | 'alter'>) => {
    const isTonic = ({ step, alter }: Spelling) => step === tonic.step && alter === tonic.alter;
    const isStranger = ({ step, alter }: Spelling) => alter !== keyAlteration(step, tonality.fifths);
    // The raised seventh of a minor key is no stranger.
    const isLeading = (spelling: Spelling) =>
      tonality.mode === 'minor' && isStranger(spelling) && isLeadingNote(spelling, tonic);
    return (
      (isTonic(last) ? WORTH_OF_LAST : isInChord(last, tonic) ? WORTH_OF_LAST_IN_CHORD : 0) +
      (isTonic(first) ? WORTH_OF_FIRST : 0) +
      WORTH_OF_SHARE * share(isTonic) +
      WORTH_OF_MODE[tonality.mode] +
      (part.mode === tonality.mode && tonality.fifths === fifths ? worthOfNamed(part.mode) : 0) -
      COST_OF_STRANGER * share((spelling) => isStranger(spelling) && !isLeading(spelling)) -
      COST_OF_OTHER_SIGNATURE * Math.abs(tonality.fifths - fifths)
    );
  };
  return candidates(fifths)
    .map(({ tonality, tonic }) => ({ tonality, worth: worthOf(tonality, tonic) }))
    .reduce((a, b) => (b.worth > a.worth ? b : a)).tonality;
}

/** All modes of the signature; and its neighbours' major and minor, for tunes that leave out what tells them apart. */
function candidates(fifths: number) {
  const modes: readonly Mode[] = ['major', 'minor', 'mixolydian', 'dorian', 'lydian', 'phrygian'];
  const own = modes.map((mode): Tonality => ({ fifths, mode }));
  const beside = [fifths - 1, fifths + 1]
    .filter((other) => Math.abs(other) <= 7)
    .flatMap((other): Tonality[] => [
      { fifths: other, mode: 'major' },
      { fifths: other, mode: 'minor' },
    ]);
  return [...own, ...beside].map((tonality) => ({ tonality, tonic: tonicOf(tonality) }));
}

/** Whether a note is the third or the fifth above a tonic. */
const isInChord = ({ step }: Spelling, tonic: Pick<Spelling, 'step'>) =>
  [2, 4].includes((STEPS.indexOf(step) - STEPS.indexOf(tonic.step) + 7) % 7);

function isLeadingNote({ step, alter }: Spelling, tonic: Pick<Spelling, 'step' | 'alter'>): boolean {
  const place = (note: Pick<Spelling, 'step' | 'alter'>) => spellingToMidi({ ...note, octave: 4 });
  return (place(tonic) - place({ step, alter }) + 12) % 12 === 1;
}

/** The first note on a downbeat of a full measure; else the first one. */
function firstStrong({ measures }: Part): Spelling | undefined {
  const pitched = (measure: Part['measures'][number]) =>
    measure.events.flatMap((event) =>
      event.kind === 'note' && event.pitch.kind === 'pitched' ? [event.pitch.spelling] : [],
    );
  const full = measures.find((measure) => measure.number > 0 && measure.events[0]?.kind === 'note');
  return (full && pitched(full)[0]) ?? measures.flatMap(pitched)[0];
}
