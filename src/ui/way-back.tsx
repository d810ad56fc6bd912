import { Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from './button';

interface WayBackProps {
  /** What was done, in words. */
  readonly children: ReactNode;
  /** What the button says. */
  readonly label: string;
  readonly onBack: () => void;
  readonly isPending?: boolean;
}

/** What was done just now, and the one touch that takes it back; in a `WayBackBar`. */
export function WayBack({ children, label, onBack, isPending = false }: WayBackProps) {
  return (
    <>
      <p>{children}</p>
      <Button weight="quiet" disabled={isPending} onClick={onBack}>
        <Undo2 aria-hidden className="size-5" /> {label}
      </Button>
    </>
  );
}

/** Stands beside what was done, and is read aloud when it comes. */
export function WayBackBar({ children }: { readonly children: ReactNode }) {
  return (
    <div
      role="status"
      className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1 border-l-4 border-cool bg-cool-wash px-3"
    >
      {children}
    </div>
  );
}
