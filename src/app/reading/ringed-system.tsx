import type { EngravedSystem } from '@/engraving/engraving';

/** Pixels between a head and its ring. */
const ROOM = 7;

/** A system with some of its notes ringed. */
export function RingedSystem({
  system,
  eventIds,
}: {
  readonly system: EngravedSystem;
  readonly eventIds: readonly string[];
}) {
  return (
    <div className="relative border-2 border-rule">
      <div
        role="img"
        aria-label={eventIds.length === 1 ? 'A staff with one note ringed' : 'A staff with two notes ringed'}
        className="text-ink [&>svg]:block [&>svg]:h-auto [&>svg]:w-full"
        // biome-ignore lint/security/noDangerouslySetInnerHtml: drawn by Mevlo's own engraver; all text from files is escaped in the engraving source.
        dangerouslySetInnerHTML={{ __html: system.svg }}
      />
      <svg
        aria-hidden="true"
        viewBox={`0 0 ${system.width} ${system.height}`}
        className="pointer-events-none absolute inset-0 h-full w-full overflow-visible"
      >
        {eventIds.map((id) => {
          const { x, y, width, height } = system.events[id]!;
          return (
            <ellipse
              key={id}
              cx={x + width / 2}
              cy={y + height / 2}
              rx={width / 2 + ROOM}
              ry={height / 2 + ROOM}
              fill="none"
              stroke="var(--color-warm)"
              strokeWidth="3"
            />
          );
        })}
      </svg>
    </div>
  );
}
