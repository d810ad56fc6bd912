import type { LoopRange } from '@/core/practice';
import type { EngravedSystem } from '@/engraving/engraving';

/** Pixels that the mark reaches beyond the staff, and the length of its hooks. */
const REACH = 18;
const HOOK = 9;

/** The measures of a loop: washed, with a hooked stroke where it begins and where it ends. */
export function LoopMark({ system, range }: { readonly system: EngravedSystem; readonly range: LoopRange }) {
  const inside = system.measures.filter(
    ({ printedIndex }) => printedIndex >= range.fromIndex && printedIndex < range.toIndex,
  );
  const [first, last] = [inside[0], inside.at(-1)];
  if (!first || !last) return null;
  const [left, right] = [first.x + 3, last.x + last.width - 3];
  const [top, bottom] = [system.staffTop - REACH, system.staffBottom + REACH];
  const begins =
    first.printedIndex === range.fromIndex ? `M${left + HOOK} ${top} h${-HOOK} V${bottom} h${HOOK} ` : '';
  const ends =
    last.printedIndex === range.toIndex - 1 ? `M${right - HOOK} ${top} h${HOOK} V${bottom} h${-HOOK}` : '';
  return (
    <g>
      <rect
        x={left}
        y={top}
        width={right - left}
        height={bottom - top}
        fill="var(--color-cool)"
        fillOpacity="0.1"
      />
      {begins + ends !== '' && (
        <path d={begins + ends} fill="none" stroke="var(--color-cool)" strokeWidth="4" />
      )}
    </g>
  );
}
