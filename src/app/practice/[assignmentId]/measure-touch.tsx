import type { EngravedSystem } from '@/engraving/engraving';

interface MeasureTouchProps {
  readonly system: EngravedSystem;
  /** Names of the printed measures. */
  readonly nameOf: (printedIndex: number) => string;
  readonly onTouch: (printedIndex: number) => void;
}

/** The measures of a system as places to touch. By the keyboard the same is chosen in the lists under "Go round". */
export function MeasureTouch({ system, nameOf, onTouch }: MeasureTouchProps) {
  const { width, height, staffTop, staffBottom } = system;
  const per = (pixels: number, of: number) => `${(100 * pixels) / of}%`;
  return system.measures.map(({ printedIndex, x, width: length }) => (
    <button
      key={printedIndex}
      type="button"
      tabIndex={-1}
      aria-label={`Practise ${nameOf(printedIndex)}`}
      onClick={() => onTouch(printedIndex)}
      className="absolute min-h-11 cursor-pointer rounded-sm hover:bg-cool/10"
      style={{
        left: per(x, width),
        width: per(length, width),
        top: per(staffTop, height),
        height: per(staffBottom - staffTop, height),
      }}
    />
  ));
}
