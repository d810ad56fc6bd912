'use client';
import { createContext, type ReactNode, use, useState } from 'react';
import { Button, ButtonLink } from '@/ui/button';

interface ChosenLines {
  readonly ids: readonly string[];
  readonly toggle: (id: string) => void;
}

const Chosen = createContext<ChosenLines>({ ids: [], toggle: () => undefined });

/** The lines of the shelf that are ticked, to be given out together; the way there stays in sight. */
export function ChosenLinesProvider({ children }: { readonly children: ReactNode }) {
  const [ids, setIds] = useState<readonly string[]>([]);
  const toggle = (id: string) =>
    setIds(ids.includes(id) ? ids.filter((other) => other !== id) : [...ids, id]);
  const query = new URLSearchParams(ids.map((id) => ['line', id]));
  return (
    <Chosen value={{ ids, toggle }}>
      <div>
        {children}
        {ids.length > 0 && (
          <div
            role="status"
            className="sticky bottom-0 z-20 flex flex-wrap items-center gap-3 border-t-2 border-ink bg-paper p-3"
          >
            <ButtonLink href={`/shelf/give?${query}`} weight="main">
              Give out {ids.length} {ids.length === 1 ? 'line' : 'lines'}
            </ButtonLink>
            <Button weight="quiet" onClick={() => setIds([])}>
              Untick all
            </Button>
          </div>
        )}
      </div>
    </Chosen>
  );
}

/** Ticks a line. */
export function LineTick({ id, name }: { readonly id: string; readonly name: string }) {
  const { ids, toggle } = use(Chosen);
  return (
    <input
      type="checkbox"
      checked={ids.includes(id)}
      onChange={() => toggle(id)}
      aria-label={`Tick ${name}, to give it out`}
      className="size-6 accent-cool"
    />
  );
}
