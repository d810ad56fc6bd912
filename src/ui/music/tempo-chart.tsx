'use client';
import dynamic from 'next/dynamic';
import { describeDrift, type Verdict } from '@/core/judging';
import { InView } from '../in-view';
import { orNotFetched } from '../or-not-fetched';
import { useWords } from '../vocabulary';

/** Drawn when it is seen: the notes are what is waited for, and a chart brings much with it. */
const TempoCurve = dynamic(() => orNotFetched(import('./tempo-curve').then((module) => module.TempoCurve)), {
  ssr: false,
});

/** How the tempo went from measure to measure, against the asked one. */
export function TempoChart({ verdict: { tempo, state } }: { readonly verdict: Verdict }) {
  const { measures } = tempo.course;
  const words = useWords();
  if (state !== 'judged' || measures.length < 2) return null;
  return (
    <figure className="mt-4 border-t-2 border-rule pt-4">
      <figcaption className="mb-2">
        <strong>
          Tempo from {words.measure} to {words.measure}.
        </strong>{' '}
        {describeDrift(tempo)} <span className="text-faint">Dashed: asked {tempo.askedBpm}.</span>
      </figcaption>
      <InView className="h-44">{() => <TempoCurve measures={measures} askedBpm={tempo.askedBpm} />}</InView>
      {/* A table takes the room of its rows however small it is said to be; a box around it does not. */}
      <div className="sr-only">
        <table>
          <caption>
            Tempo of each {words.measure}, asked {tempo.askedBpm}
          </caption>
          <thead>
            <tr>
              <th className="first-letter:uppercase">{words.measure}</th>
              <th>Beats a minute</th>
            </tr>
          </thead>
          <tbody>
            {measures.map(({ number, bpm }, index) => (
              // A repeated measure has its number twice.
              <tr key={index}>
                <td>{number}</td>
                <td>{Math.round(bpm)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </figure>
  );
}
