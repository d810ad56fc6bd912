import { Minus, Plus } from 'lucide-react';
import { moveByMarks, PRACTICE_MARKS, slowestOn } from '@/core/tempo';
import { MetronomeMark } from '@/ui/metronome-mark';

/** Faster than this share of the goal nobody practises. */
const FASTEST_SHARE = 1.25;

interface TempoKeysProps {
  readonly bpm: number;
  readonly ladder: readonly number[];
  /** A tempo as the class counts it. */
  readonly counted: (bpm: number) => Parameters<typeof MetronomeMark>[0];
  /** Undefined while something plays. */
  readonly onChange: ((bpm: number) => void) | undefined;
}

/** The tempo, a mark of the metronome slower or faster: any one, whatever the rungs are. */
export function TempoKeys({ bpm, ladder, counted, onChange }: TempoKeysProps) {
  const slower = Math.max(slowestOn(ladder), moveByMarks(bpm, -1, PRACTICE_MARKS));
  const faster = Math.min(Math.floor(ladder.at(-1)! * FASTEST_SHARE), moveByMarks(bpm, 1, PRACTICE_MARKS));
  const key =
    'grid size-11 place-items-center rounded-md border-2 border-ink bg-paper hover:bg-cool-wash disabled:opacity-40';
  return (
    <div className="flex items-center gap-3">
      {onChange && (
        <button
          type="button"
          aria-label="Slower"
          disabled={slower >= bpm}
          onClick={() => onChange(slower)}
          className={key}
        >
          <Minus aria-hidden className="size-5" />
        </button>
      )}
      <MetronomeMark {...counted(bpm)} className="text-xl" />
      {onChange && (
        <button
          type="button"
          aria-label="Faster"
          disabled={faster <= bpm}
          onClick={() => onChange(faster)}
          className={key}
        >
          <Plus aria-hidden className="size-5" />
        </button>
      )}
    </div>
  );
}
