import { fingeringsOf, type InstrumentId, maybeFingeringChart } from '@/core/instruments';
import { type Note, spellingOf } from '@/core/notation';
import { pitchName } from '@/core/pitch';
import { FingeringDiagram } from './fingering-diagram';

const HOLE_PIXELS = 18;

/** All ways to play a note on the instrument, the usual one first. */
export function HowToPlay({
  note,
  instrumentId,
}: {
  readonly note: Note;
  readonly instrumentId: InstrumentId | undefined;
}) {
  const chart = instrumentId && maybeFingeringChart(instrumentId);
  if (!chart || note.pitch.kind !== 'pitched') return null;
  const spelling = spellingOf(note.pitch);
  const fingerings = fingeringsOf(instrumentId, spelling);
  return (
    <div>
      <p className="font-bold">How to play {pitchName(spelling)}</p>
      {fingerings.length === 0 ? (
        <p>The chart has no fingering for this note. Ask your teacher.</p>
      ) : (
        <div className="mt-1 flex gap-6">
          {fingerings.map((fingering, index) => (
            <figure key={JSON.stringify(fingering)} className="text-center">
              <FingeringDiagram fingering={fingering} holes={chart.holes} size={HOLE_PIXELS} />
              <figcaption className="text-base text-faint">{index === 0 ? 'usual' : 'or'}</figcaption>
            </figure>
          ))}
        </div>
      )}
      <p className="mt-1 text-base text-faint">Chart: {chart.source}</p>
    </div>
  );
}
