import type { CSSProperties } from 'react';
import type { Finding } from '@/core/study';
import type { EngravedSystem } from '@/engraving/engraving';
import type { Lighting } from './finding-button';
import { FindingList } from './finding-list';

interface FindingsUnderProps extends Lighting {
  readonly system: EngravedSystem;
  /** Of the whole line; the first are the ones to show before anybody asks for more. */
  readonly findings: readonly Finding[];
}

/** So many stand under a measure at first: more would push the next system out of sight. */
const AT_FIRST = 2;

interface Spot {
  /** Places in the system of the first measure and of the one behind the last. */
  readonly from: number;
  readonly to: number;
  readonly findings: readonly Finding[];
}

/** Under a system, what is to be said of its measures: each sentence under the measures that it is about. */
export function FindingsUnder({ system, findings, ...lighting }: FindingsUnderProps) {
  const spots = spotsOf(system, findings);
  if (spots.length === 0) return null;
  const more = spots.flatMap((spot) => spot.findings.slice(AT_FIRST)).length;
  return (
    <div className="mt-2 mb-4">
      <SpotGrid
        system={system}
        spots={spots.map((spot) => ({ ...spot, findings: spot.findings.slice(0, AT_FIRST) }))}
        {...lighting}
      />
      {more > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2 text-cool underline underline-offset-4">
            {more} more
          </summary>
          <SpotGrid
            system={system}
            spots={spots.map((spot) => ({ ...spot, findings: spot.findings.slice(AT_FIRST) }))}
            {...lighting}
          />
        </details>
      )}
    </div>
  );
}

/** As wide as the staff, a column for each measure; one under the other on a small screen. */
function SpotGrid({
  system,
  spots,
  ...lighting
}: Lighting & { readonly system: EngravedSystem; readonly spots: readonly Spot[] }) {
  const first = system.measures[0]!;
  const end = system.measures.at(-1)!;
  const percent = (pixels: number) => `${(100 * pixels) / system.width}%`;
  const style: CSSProperties = {
    gridTemplateColumns: system.measures.map(({ width }) => `minmax(0, ${width}fr)`).join(' '),
    paddingLeft: percent(first.x),
    paddingRight: percent(system.width - end.x - end.width),
  };
  return (
    <div className="grid items-start gap-y-2 max-lg:grid-cols-1!" style={style}>
      {spots
        .filter((spot) => spot.findings.length > 0)
        .map((spot) => (
          <div
            key={`${spot.from} ${spot.to}`}
            className={`pr-2 max-lg:col-auto! ${isWide(spot) ? 'lg:-order-1' : ''}`}
            style={{ gridColumn: `${spot.from + 1} / ${spot.to + 1}` }}
          >
            <FindingList findings={spot.findings} {...lighting} />
          </div>
        ))}
    </div>
  );
}

/** Those about the same measures together, in the order of the measures. In each, the order of the findings is kept. */
function spotsOf(system: EngravedSystem, findings: readonly Finding[]): readonly Spot[] {
  const spots = new Map<string, Spot>();
  for (const finding of findings) {
    const columns = maybeColumns(system, finding);
    if (!columns) continue;
    const key = `${columns.from} ${columns.to}`;
    spots.set(key, { ...columns, findings: [...(spots.get(key)?.findings ?? []), finding] });
  }
  return [...spots.values()].sort((a, b) => a.from - b.from || a.to - b.to);
}

/** About several measures: side by side with others it stands in a row above them. */
function isWide({ from, to }: Spot): boolean {
  return to - from > 1;
}

/**
 * The measures of the system, from the first that the finding is about up to where it is interrupted; undefined where it
 * began in another system.
 */
function maybeColumns({ measures }: EngravedSystem, { measureIndexes }: Finding) {
  const from = measures.findIndex(({ printedIndex }) => printedIndex === measureIndexes[0]);
  if (from === -1) return undefined;
  let to = from + 1;
  while (to < measures.length && measureIndexes.includes(measures[to]!.printedIndex)) to++;
  return { from, to };
}
