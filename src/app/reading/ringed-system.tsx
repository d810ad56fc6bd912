import type { EngravedSystem } from '@/engraving/engraving';
import { DrawnSystem } from '@/ui/music/drawn-system';
import { maybeRing } from '@/ui/study/ring';

interface RingedSystemProps {
  readonly system: EngravedSystem;
  readonly eventIds: readonly string[];
}

/** A system with some of its notes ringed, each by itself. */
export function RingedSystem({ system, eventIds }: RingedSystemProps) {
  return (
    <div className="relative border-2 border-rule">
      <DrawnSystem
        system={system}
        label={eventIds.length === 1 ? 'A staff with one note ringed' : 'A staff with two notes ringed'}
      >
        {eventIds.map((id) => (
          <rect
            key={id}
            {...maybeRing(system, [id])}
            fill="none"
            stroke="var(--color-warm)"
            strokeWidth="3"
          />
        ))}
      </DrawnSystem>
    </div>
  );
}
