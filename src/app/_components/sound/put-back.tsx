import { Undo2 } from 'lucide-react';
import { Button } from '@/ui/button';

/** A recording was taken away, and comes back with one touch while the page is open. */
export function PutBack({ what, onPutBack }: { readonly what: string; readonly onPutBack: () => void }) {
  return (
    <div
      role="status"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-l-4 border-cool bg-cool-wash px-3"
    >
      <p>{what}</p>
      <Button weight="quiet" onClick={onPutBack}>
        <Undo2 aria-hidden className="size-5" /> Put it back
      </Button>
    </div>
  );
}
