'use client';
import { useEffect, useState } from 'react';

/** Where a player finds a sound: its own address, or one that the browser makes for a sound of this page and lets go afterwards. */
export function useSoundAddress(sound: string | Blob): string | undefined {
  const [made, setMade] = useState<string>();
  useEffect(() => {
    if (typeof sound === 'string') return;
    const address = URL.createObjectURL(sound);
    setMade(address);
    return () => {
      setMade(undefined);
      URL.revokeObjectURL(address);
    };
  }, [sound]);
  return typeof sound === 'string' ? sound : made;
}
