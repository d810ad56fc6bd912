import { Square } from 'lucide-react';
import type { ReactNode } from 'react';
import { SpaceHint } from '@/app/_components/sound/space-hint';
import { Button } from '@/ui/button';

interface GoingBarProps {
  readonly onStop: () => void;
  /** Nothing can be pressed while the page waits for itself. */
  readonly isWaiting: boolean;
  readonly tempo: ReactNode;
  readonly children: ReactNode;
}

/** At the lower edge of the window while something goes on: the way to stop it, the beat and the tempo, whatever the page shows. */
export function GoingBar({ onStop, isWaiting, tempo, children }: GoingBarProps) {
  return (
    <section
      aria-label="While it plays"
      data-going-bar
      className="fixed inset-x-0 bottom-0 z-20 border-t-4 border-ink bg-paper pb-[env(safe-area-inset-bottom)]"
    >
      <div className="mx-auto flex max-w-6xl flex-wrap items-center gap-x-5 gap-y-1 px-4 py-2 max-sm:gap-x-3 max-sm:px-2">
        <Button
          weight="main"
          onClick={onStop}
          disabled={isWaiting}
          className="min-h-14 px-7 text-xl max-sm:px-4 [@media(max-height:500px)]:min-h-11"
        >
          <Square aria-hidden className="size-6" /> Stop <SpaceHint />
        </Button>
        <div className="flex items-center gap-x-5 max-sm:order-3 max-sm:w-full">{children}</div>
        <span className="ml-auto max-sm:order-2">{tempo}</span>
      </div>
    </section>
  );
}
