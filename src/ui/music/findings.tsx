import { type CharacterFinding, describeFigure, type Verdict } from '@/core/judging';
import { sayMeasure, sayMeasures, type Vocabulary } from '@/core/time';

const MARKS: Readonly<Record<CharacterFinding['mark'], string>> = {
  slur: 'Slur',
  tongued: 'Tongued notes',
  accent: 'Accent',
  staccato: 'Staccato',
  dynamics: 'Change of loudness',
  hairpin: 'Hairpin',
  ritardando: 'Slowing down',
  accelerando: 'Getting faster',
  'a-tempo': 'Back in tempo',
  fermata: 'Fermata',
};

/** What was measured, in words that say what it is a share of. */
function sayValue({ mark, value, unit }: CharacterFinding): string {
  if (unit === 'dB' && Math.abs(value) < 0.5) return 'as loud as before';
  if (unit === 'dB') return `${Math.abs(value).toFixed(0)} dB ${value < 0 ? 'softer' : 'louder'}`;
  const percent = `${Math.round(100 * value)} %`;
  switch (mark) {
    case 'slur':
      return `${percent} of its notes joined`;
    case 'tongued':
      return `${percent} of its notes begun afresh`;
    case 'a-tempo':
      return `${percent} of the tempo before`;
    case 'ritardando':
    case 'accelerando':
      return `${percent} of the time written`;
    default:
      return `held for ${percent} of its value`;
  }
}

/** One row a sign, in the order in which they come. */
function signsOf(character: readonly CharacterFinding[]) {
  const marks = [...new Set(character.map(({ mark }) => mark))];
  return marks.map((mark) => ({ mark, findings: character.filter((finding) => finding.mark === mark) }));
}

interface FindingsProps {
  readonly verdict: Verdict;
  readonly vocabulary: Vocabulary;
}

/** What else was heard: figures that went wrong as a whole, notes that were not clear, and the character, which costs nothing. */
export function Findings({ verdict, vocabulary }: FindingsProps) {
  const { figures, character, measures } = verdict;
  const unclear = measures.filter((measure) => measure.unclear > 0);
  if (verdict.state !== 'judged' || figures.length + character.length + unclear.length === 0) return null;
  const where = (index: number) => sayMeasure(measures[index]!.number, vocabulary);
  return (
    <section aria-label="What else was heard" className="border-t-2 border-rule pt-4">
      {figures.length > 0 && (
        <ul className="mb-3 list-disc space-y-1 pl-6 text-lg">
          {figures.map(({ kind, measureIndex, noteIds }) => (
            <li key={noteIds.join()}>
              <span className="first-letter:uppercase">{where(measureIndex)}</span>: {describeFigure(kind)}.
            </li>
          ))}
        </ul>
      )}
      {unclear.length > 0 && (
        <p className="mb-3 text-lg first-letter:uppercase">
          {sayMeasures(
            unclear.map(({ number }) => number),
            vocabulary,
          )}
          : not everything could be heard well enough to judge. Listen to it yourself.
        </p>
      )}
      {character.length > 0 && (
        <table className="w-full text-left">
          <caption className="text-left font-bold">Character, as measured; it costs no marks</caption>
          <thead>
            <tr className="border-b-2 border-ink">
              <th className="py-1">Sign</th>
              <th>As written</th>
              <th>Otherwise</th>
            </tr>
          </thead>
          <tbody className="divide-y divide-rule">
            {signsOf(character).map(({ mark, findings }) => {
              const missed = findings.filter(({ isHeard }) => !isHeard);
              return (
                <tr key={mark}>
                  <td className="py-1">{MARKS[mark]}</td>
                  <td>
                    {findings.length - missed.length} of {findings.length}
                  </td>
                  <td>
                    {missed.length === 0
                      ? '–'
                      : missed.map((one) => `${where(one.measureIndex)}: ${sayValue(one)}`).join('; ')}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </section>
  );
}
