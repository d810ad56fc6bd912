import type { ReactNode } from 'react';
import type { EngravedSystem } from '@/engraving/engraving';

interface DrawnSystemProps {
  readonly system: EngravedSystem;
  /** Said of it to whoever does not see it. */
  readonly label: string;
  /** Drawn over it, in its pixels. */
  readonly children: ReactNode;
}

/** A system as the engraver has drawn it, with what is drawn over it; in something that other things are placed against. */
export function DrawnSystem({ system, label, children }: DrawnSystemProps) {
  return (
    <>
      <div
        role="img"
        aria-label={label}
        className="text-ink [&>svg]:block [&>svg]:h-auto [&>svg]:w-full"
        // biome-ignore lint/security/noDangerouslySetInnerHtml: drawn by Mevlo's own engraver; all text from files is escaped in the engraving source.
        dangerouslySetInnerHTML={{ __html: system.svg }}
      />
      <svg
        aria-hidden="true"
        viewBox={`0 0 ${system.width} ${system.height}`}
        className="pointer-events-none absolute inset-0 h-full w-full overflow-visible"
      >
        {children}
      </svg>
    </>
  );
}
