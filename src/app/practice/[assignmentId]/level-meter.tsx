import { useSyncExternalStore } from 'react';
import type { LevelNow } from '@/browser/level-now';

const QUIETEST_DB = -60;

/** How loud the microphone hears it now; a notch marks where it gets too loud. */
export function LevelMeter({ level: now }: { readonly level: LevelNow }) {
  const level = useSyncExternalStore(now.watch, now.get, () => undefined);
  const share = level ? Math.max(0, Math.min(1, 1 - level.peakDb / QUIETEST_DB)) : 0;
  const word = !level
    ? 'microphone off'
    : level.clipped
      ? 'too loud'
      : level.peakDb < -50
        ? 'very quiet'
        : 'good';
  return (
    <div className="flex items-center gap-2">
      <meter
        className="sr-only"
        aria-label="Microphone level"
        aria-valuetext={word}
        min={QUIETEST_DB}
        max={0}
        value={Math.round(Math.max(QUIETEST_DB, level?.peakDb ?? QUIETEST_DB))}
      />
      <div aria-hidden="true" className="relative h-5 w-40 border-2 border-ink bg-paper">
        <div
          className={`h-full ${level?.clipped ? 'bg-warm' : 'bg-cool'}`}
          style={{ width: `${100 * share}%` }}
        />
        <div className="absolute inset-y-0 right-[5%] w-0.5 bg-ink" />
      </div>
      <span className="text-base">{word}</span>
    </div>
  );
}
