import type { EngravedSystem } from '@/engraving/engraving';
import { DrawnSystem } from '@/ui/music/drawn-system';
import { maybeRing } from '@/ui/study/ring';

interface AskedSystemProps {
  readonly system: EngravedSystem;
  /** Ringed, each by itself. */
  readonly ringed?: readonly string[];
  /** Covered to the end of its measure. */
  readonly covered?: string | undefined;
  /** Printed measures with the number by which they are told apart. */
  readonly numbered?: readonly { readonly printedIndex: number; readonly number: number }[];
  /** The measure that it is about. */
  readonly framed?: number | undefined;
}

/** Room round what is drawn over a staff, in pixels of the drawing. */
const BESIDE = 5;
const SIGN_SIZE = 30;
/** How much larger than its drawing a system is shown at most. */
const MOST_SCALE = 1.9;

/** A system with what is asked about marked in it. */
export function AskedSystem({ system, ringed = [], covered, numbered = [], framed }: AskedSystemProps) {
  const { staffTop, staffBottom, measures } = system;
  const boxOf = (index: number | undefined) => measures.find(({ printedIndex }) => printedIndex === index);
  const frame = boxOf(framed);
  return (
    // A system of one measure is no larger than one of two.
    <div className="border-2 border-rule" style={{ maxWidth: MOST_SCALE * system.width }}>
      {numbered.length > 0 && (
        <div aria-hidden className="relative h-7 text-lg font-bold text-cool">
          {numbered.map(({ printedIndex, number }) => {
            const box = boxOf(printedIndex);
            return (
              box && (
                <span
                  key={number}
                  className="absolute -translate-x-1/2"
                  style={{ left: `${(100 * (box.x + box.width / 2)) / system.width}%` }}
                >
                  {number}
                </span>
              )
            );
          })}
        </div>
      )}
      <div className="relative">
        <DrawnSystem system={system} label={labelOf(ringed.length, covered !== undefined, numbered.length)}>
          {ringed.map((id) => (
            <rect
              key={id}
              {...maybeRing(system, [id])}
              fill="none"
              stroke="var(--color-warm)"
              strokeWidth="3"
            />
          ))}
          {covered !== undefined && <Cover system={system} eventId={covered} />}
          {frame && (
            <rect
              x={frame.x + BESIDE / 2}
              y={staffTop - 4 * BESIDE}
              width={frame.width - BESIDE}
              height={staffBottom - staffTop + 8 * BESIDE}
              rx={BESIDE}
              fill="none"
              stroke="var(--color-warm)"
              strokeWidth="3"
            />
          )}
        </DrawnSystem>
      </div>
    </div>
  );
}

function labelOf(ringed: number, isCovered: boolean, numbered: number): string {
  if (isCovered) return 'A staff with the last note of a measure covered';
  if (numbered > 0) return 'A staff with numbered measures';
  return ringed === 0
    ? 'A staff'
    : ringed === 1
      ? 'A staff with one note ringed'
      : 'A staff with two notes ringed';
}

/** Hides a note with its stem, up to the barline. */
function Cover({ system, eventId }: { readonly system: EngravedSystem; readonly eventId: string }) {
  const box = system.events[eventId];
  const measure = box && system.measures.findLast(({ x }) => x <= box.x);
  if (!box || !measure) return null;
  const x = box.x - BESIDE;
  const width = measure.x + measure.width - BESIDE - x;
  const y = Math.min(system.staffTop, box.y) - 7 * BESIDE;
  const height = Math.max(system.staffBottom, box.y + box.height) + 7 * BESIDE - y;
  return (
    <>
      <rect
        {...{ x, y, width, height }}
        rx={BESIDE}
        fill="var(--color-paper)"
        stroke="var(--color-warm)"
        strokeWidth="3"
      />
      <text
        x={x + width / 2}
        y={y + height / 2}
        dominantBaseline="central"
        textAnchor="middle"
        fontSize={SIGN_SIZE}
        fontWeight="bold"
        fill="var(--color-warm)"
      >
        ?
      </text>
    </>
  );
}
