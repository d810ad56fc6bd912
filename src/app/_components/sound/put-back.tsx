import { WayBack, WayBackBar } from '@/ui/way-back';

/** A recording was taken away, and comes back with one touch while the page is open. */
export function PutBack({ what, onPutBack }: { readonly what: string; readonly onPutBack: () => void }) {
  return (
    <WayBackBar>
      <WayBack label="Put it back" onBack={onPutBack}>
        {what}
      </WayBack>
    </WayBackBar>
  );
}
