import { describeFingering, type Fingering, maybeInstrument } from '../../instruments';
import type { Part } from '../../notation';
import { pitchNameInOctave, spellingToMidi } from '../../pitch';
import { melodyOf } from '../../study';
import { around, type Question } from '../question';

const FEWEST_CHOICES = 3;

interface Fingered {
  readonly midi: number;
  readonly says: string;
  readonly fingering: Fingering;
}

/** How a note is fingered, among the fingerings of the other notes of the part; another good one of the same note is no choice. */
export function fingeringsOf(part: Part): readonly Question[] {
  const chart = maybeInstrument(part.instrument)?.chart;
  if (!chart) return [];
  const notes = melodyOf(part).filter(({ isPitched }) => isPitched);
  const known = new Map<string, Fingered>();
  for (const { spelling } of notes) {
    const midi = spellingToMidi(spelling);
    const [fingering] = chart.at(midi, spelling.step);
    if (!fingering) continue;
    const says = describeFingering(fingering);
    if (!known.has(says)) known.set(says, { midi, says, fingering });
  }
  const all = [...known.values()].toSorted((a, b) => a.midi - b.midi);
  return notes.flatMap(({ note, measureIndex, spelling }): Question[] => {
    const good = chart.at(spellingToMidi(spelling), spelling.step).map(describeFingering);
    const own = all.find(({ says }) => says === good[0]);
    if (!own) return [];
    const choices = around(
      all.filter((one) => one === own || !good.includes(one.says)),
      own,
    );
    if (choices.length < FEWEST_CHOICES) return [];
    return [
      {
        item: `fingering ${part.instrument} ${pitchNameInOctave(spelling)}`,
        kind: 'fingering',
        eventIds: [note.id],
        measureIndex,
        answer: own.says,
        choices: choices.map(({ says }) => says),
        fingerings: choices.map(({ fingering }) => fingering),
      },
    ];
  });
}
