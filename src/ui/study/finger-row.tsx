import { fingeringsOf, type InstrumentId, maybeFingeringChart } from '@/core/instruments';
import { type Note, spellingOf } from '@/core/notation';
import type { EngravedSystem } from '@/engraving/engraving';
import { FingeringDiagram } from './fingering-diagram';
import { UnderRow } from './under-row';

const HOLE_PIXELS = 9;

interface FingerRowProps {
  readonly system: EngravedSystem;
  readonly notes: readonly Note[];
  readonly instrumentId: InstrumentId;
}

/** The usual fingering under every note. */
export function FingerRow({ system, notes, instrumentId }: FingerRowProps) {
  const chart = maybeFingeringChart(instrumentId);
  if (!chart) return null;
  const mostKeys = Math.max(0, ...notes.map((note) => keysOf(note, instrumentId)));
  const height = chart.holes.length > 0 ? 10 * chart.holes.length + 14 + 14 * mostKeys : 56;
  const items = notes.map((note) => ({
    id: note.id,
    content: <FingerOf note={note} instrumentId={instrumentId} />,
  }));
  return <UnderRow system={system} height={height} label="Fingers" items={items} />;
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
    <FingeringDiagram fingering={usual} holes={maybeFingeringChart(instrumentId)!.holes} size={HOLE_PIXELS} />
  );
}
