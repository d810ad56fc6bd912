import type { LoopRange } from '@/core/practice';
import type { EngravedSystem } from '@/engraving/engraving';

/** The measures of a loop, bracketed over the staff. */
export function LoopMark({ system, range }: { readonly system: EngravedSystem; readonly range: LoopRange }) {
  const inside = system.measures.filter(
    ({ printedIndex }) => printedIndex >= range.fromIndex && printedIndex < range.toIndex,
  );
  const [first, last] = [inside[0], inside.at(-1)];
  if (!first || !last) return null;
  const [left, right] = [first.x + 3, last.x + last.width - 3];
  const top = system.staffTop - 26;
  const begins =
    first.printedIndex === range.fromIndex ? `M${left} ${top + 12} V${top} ` : `M${left} ${top} `;
  const ends = last.printedIndex === range.toIndex - 1 ? ` V${top + 12}` : '';
  return (
    <g>
      <rect
        x={left}
        y={system.staffTop - 6}
        width={right - left}
        height={system.staffBottom - system.staffTop + 12}
        fill="var(--color-cool)"
        fillOpacity="0.09"
      />
      <path d={`${begins}H${right}${ends}`} fill="none" stroke="var(--color-cool)" strokeWidth="4" />
    </g>
  );
}
