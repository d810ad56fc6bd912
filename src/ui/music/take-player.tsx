'use client';
import { Pause, Play } from 'lucide-react';
import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { LEVEL_STEP_SECONDS } from '@/core/listening';

interface TakePlayerProps {
  /** Undefined until it is there. */
  readonly src: string | undefined;
  readonly levelsDb: readonly number[];
  readonly audio: RefObject<HTMLAudioElement | null>;
  /** Called with the time of the recording on every frame while it plays, and after a jump. */
  readonly onTime: (seconds: number) => void;
  readonly onPlaying?: ((isPlaying: boolean) => void) | undefined;
}

const QUIETEST_DB = -54;

/** Plays a take; its outline is a slider. */
export function TakePlayer({ src, levelsDb, audio, onTime, onPlaying }: TakePlayerProps) {
  const [isPlaying, setPlaying] = useState(false);
  const [seconds, setSeconds] = useState(0);
  const total = levelsDb.length * LEVEL_STEP_SECONDS;
  const report = useRef(onTime);
  report.current = onTime;

  useEffect(() => {
    let frame = 0;
    const tick = () => {
      const now = audio.current?.currentTime ?? 0;
      setSeconds(now);
      report.current(now);
      if (isPlaying) frame = requestAnimationFrame(tick);
    };
    if (isPlaying) tick();
    return () => cancelAnimationFrame(frame);
  }, [isPlaying, audio]);

  const change = (plays: boolean) => {
    setPlaying(plays);
    onPlaying?.(plays);
  };
  const toggle = () => {
    const element = audio.current;
    if (!element) return;
    if (element.paused) void element.play();
    else element.pause();
  };
  return (
    <div className="flex items-center gap-3">
      {/* biome-ignore lint/a11y/useMediaCaption: a recording of an instrument has no words to caption. */}
      <audio
        ref={audio}
        src={src}
        preload="auto"
        onPlay={() => change(true)}
        onPause={() => change(false)}
        onEnded={() => change(false)}
      />
      <button
        type="button"
        onClick={toggle}
        className="grid size-14 shrink-0 place-items-center rounded-full bg-ink text-paper hover:bg-cool"
        aria-label={isPlaying ? 'Pause' : 'Play the take'}
      >
        {isPlaying ? <Pause aria-hidden className="size-7" /> : <Play aria-hidden className="ml-1 size-7" />}
      </button>
      <div className="relative h-14 grow">
        <Outline levelsDb={levelsDb} share={total > 0 ? seconds / total : 0} />
        <input
          type="range"
          min={0}
          max={Math.max(total, 0.1)}
          step={0.05}
          value={Math.min(seconds, total)}
          aria-label="Place in the recording"
          aria-valuetext={`${Math.round(seconds)} of ${Math.round(total)} seconds`}
          onChange={({ target }) => {
            const to = Number(target.value);
            if (audio.current) audio.current.currentTime = to;
            setSeconds(to);
            onTime(to);
          }}
          className="absolute inset-0 h-full w-full cursor-pointer opacity-0 focus-visible:opacity-100"
        />
      </div>
      <span className="w-24 shrink-0 text-right tabular-nums">
        {formatTime(seconds)} / {formatTime(total)}
      </span>
    </div>
  );
}

function formatTime(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${`${Math.floor(seconds % 60)}`.padStart(2, '0')}`;
}

const OUTLINE_STEPS = 240;

/** One shape for all bars, drawn twice: it is laid out at once, and changes at one place while the take plays. */
function Outline({ levelsDb, share }: { readonly levelsDb: readonly number[]; readonly share: number }) {
  const count = Math.min(OUTLINE_STEPS, Math.max(1, levelsDb.length));
  const bars = useMemo(() => outlineOf(levelsDb, count), [levelsDb, count]);
  return (
    <svg aria-hidden="true" viewBox={`0 0 ${count} 2`} preserveAspectRatio="none" className="h-full w-full">
      <path d={bars} fill="var(--color-rule)" />
      <svg aria-hidden="true" width={count * share} height="2">
        <path d={bars} fill="var(--color-cool)" />
      </svg>
    </svg>
  );
}

/** Bars around a middle line at 1, one a unit of length. */
function outlineOf(levelsDb: readonly number[], count: number): string {
  return Array.from({ length: count }, (_, index) => {
    const from = Math.floor((index * levelsDb.length) / count);
    const to = Math.max(from + 1, Math.floor(((index + 1) * levelsDb.length) / count));
    const loudest = Math.max(QUIETEST_DB, ...levelsDb.slice(from, to));
    const height = Math.max(0.02, 1 - loudest / QUIETEST_DB);
    return `M${index + 0.15} ${1 - height} h0.7 v${2 * height} h-0.7 z`;
  }).join('');
}
