import { useState } from 'react';
import { Button } from '@/ui/button';

interface LastStopProps {
  readonly says: string;
  readonly onGoOn: () => void;
}

/** Where practising stopped last time, and the way back there. */
export function LastStop({ says, onGoOn }: LastStopProps) {
  const [isThere, setThere] = useState(false);
  if (isThere) return null;
  return (
    <p className="mb-3 flex flex-wrap items-center gap-x-4 text-base" data-testid="last-stop">
      {says}
      <Button
        weight="quiet"
        onClick={() => {
          setThere(true);
          onGoOn();
        }}
      >
        Go on there
      </Button>
    </p>
  );
}
