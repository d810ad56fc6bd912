import { fingeringsOf, type InstrumentId, maybeFingeringChart } from '@/core/instruments';
import { isPitchedNote, type Line, type Note, spellingOf } from '@/core/notation';
import { pitchName } from '@/core/pitch';
import { noteNames } from '@/core/study';
import type { EngravedSystem } from '@/engraving/engraving';
import { FingeringDiagram } from './fingering-diagram';
import { UnderRow } from './under-row';

/** What can stand under the notes. */
export type Under = 'counts' | 'letters' | 'solfa' | 'fingers' | 'nothing';

export const UNDER_NAMES: Readonly<Record<Under, string>> = {
  counts: 'counting',
  letters: 'note names',
  solfa: 'do re mi',
  fingers: 'fingers',
  nothing: 'nothing',
};

/** Pixels of a hole or valve: in the row under the staff, and on the card of one note. */
const HOLE_SIZE = { row: 9, card: 18 } as const;

interface RowUnderProps {
  readonly under: Under;
  readonly system: EngravedSystem;
  readonly line: Line;
  readonly instrumentId: InstrumentId | undefined;
}

export function RowUnder({ under, system, line, instrumentId }: RowUnderProps) {
  if (under === 'counts' || under === 'nothing') return null;
  const notes = system.measures.flatMap(({ printedIndex }) => {
    const { events, keyFifths } = line.part.measures[printedIndex]!;
    return events.flatMap((event) =>
      event.kind === 'note' && isPitchedNote(event) ? [{ note: event, keyFifths }] : [],
    );
  });
  if (under === 'fingers') {
    const chart = instrumentId && maybeFingeringChart(instrumentId);
    if (!chart) return null;
    const mostKeys = Math.max(0, ...notes.map(({ note }) => keysOf(note, instrumentId)));
    const height = chart.holes.length > 0 ? 10 * chart.holes.length + 14 + 14 * mostKeys : 56;
    const items = notes.map(({ note }) => ({
      id: note.id,
      content: <FingerOf note={note} instrumentId={instrumentId} />,
    }));
    return <UnderRow system={system} height={height} label="Fingers" items={items} />;
  }
  const items = notes.map(({ note, keyFifths }) => ({
    id: note.id,
    content: <span className="text-lg max-sm:text-base">{noteNames(note, under, keyFifths)}</span>,
  }));
  return <UnderRow system={system} height={30} label={UNDER_NAMES[under]} items={items} />;
}

function keysOf(note: Note, instrumentId: InstrumentId): number {
  const usual = fingeringsOf(instrumentId, spellingOf(note.pitch))[0];
  return usual?.kind === 'holes' ? usual.keys.length : 0;
}

function FingerOf({ note, instrumentId }: { readonly note: Note; readonly instrumentId: InstrumentId }) {
  // A tied note is not fingered again.
  const usual = note.tiedFromPrevious ? undefined : fingeringsOf(instrumentId, spellingOf(note.pitch))[0];
  if (!usual) return null;
  return (
    <FingeringDiagram
      fingering={usual}
      holes={maybeFingeringChart(instrumentId)!.holes}
      size={HOLE_SIZE.row}
    />
  );
}

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
    <div className="mt-3 border-t-2 border-rule pt-2">
      <p className="font-bold">How to play {pitchName(spelling)}</p>
      {fingerings.length === 0 ? (
        <p>The chart has no fingering for this note. Ask your teacher.</p>
      ) : (
        <div className="mt-1 flex gap-6">
          {fingerings.map((fingering, index) => (
            <figure key={JSON.stringify(fingering)} className="text-center">
              <FingeringDiagram fingering={fingering} holes={chart.holes} size={HOLE_SIZE.card} />
              <figcaption className="text-base text-faint">{index === 0 ? 'usual' : 'or'}</figcaption>
            </figure>
          ))}
        </div>
      )}
      <p className="mt-1 text-base text-faint">Chart: {chart.source}</p>
    </div>
  );
}
