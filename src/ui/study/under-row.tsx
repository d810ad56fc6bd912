import type { ReactNode } from 'react';
import type { EngravedSystem } from '@/engraving/engraving';

interface UnderRowProps {
  readonly system: EngravedSystem;
  /** Height in pixels. */
  readonly height: number;
  readonly label: string;
  readonly items: readonly { readonly id: string; readonly content: ReactNode }[];
}

/** A row under a system, each thing under its note. */
export function UnderRow({ system, height, label, items }: UnderRowProps) {
  return (
    <ul aria-label={label} className="relative" style={{ height: `${height}px` }}>
      {items.map(({ id, content }) => {
        const box = system.events[id];
        return (
          box && (
            <li
              key={id}
              className="absolute top-0 -translate-x-1/2 text-center"
              style={{ left: `${(100 * (box.x + box.width / 2)) / system.width}%` }}
            >
              {content}
            </li>
          )
        );
      })}
    </ul>
  );
}
