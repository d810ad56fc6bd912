import dynamic from 'next/dynamic';
import type { InstrumentId } from '@/core/instruments';
import { isPitchedNote, type Line } from '@/core/notation';
import { noteNames } from '@/core/study';
import type { EngravedSystem } from '@/engraving/engraving';
import { orNotFetched } from '../or-not-fetched';
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

/** The charts of all instruments come only where fingers are wanted. */
const FingerRow = dynamic(() => orNotFetched(import('./finger-row').then((module) => module.FingerRow)), {
  // With something to show meanwhile it waits by itself, and not the whole page with it.
  loading: () => null,
});

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
    return instrumentId ? (
      <FingerRow system={system} notes={notes.map(({ note }) => note)} instrumentId={instrumentId} />
    ) : null;
  }
  const items = notes.map(({ note, keyFifths }) => ({
    id: note.id,
    content: <span className="text-lg max-sm:text-base">{noteNames(note, under, keyFifths)}</span>,
  }));
  return <UnderRow system={system} height={30} label={UNDER_NAMES[under]} items={items} />;
}
