'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { type Channel, type Loudness, Mixer, storedLoudness, USUAL_LOUDNESS } from '@/browser/mixer';

/** The page's sound: made at the first key press, as browsers want it. */
export function useMixer() {
  const mixer = useRef<Mixer | undefined>(undefined);
  const [loudness, setLoudness] = useState<Loudness>(USUAL_LOUDNESS);
  useEffect(() => {
    setLoudness(storedLoudness());
    return () => {
      mixer.current?.close();
      mixer.current = undefined;
    };
  }, []);
  const getMixer = useCallback(() => {
    mixer.current ??= new Mixer(storedLoudness());
    return mixer.current;
  }, []);
  const changeLoudness = useCallback(
    (channel: Channel, level: number) => {
      getMixer().set(channel, level);
      setLoudness(getMixer().loudness);
    },
    [getMixer],
  );
  return { getMixer, loudness, changeLoudness };
}
