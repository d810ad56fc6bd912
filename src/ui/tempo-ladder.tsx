interface TempoLadderProps {
  /** Rising tempos. */
  readonly ladder: readonly number[];
  readonly climbed: readonly number[];
  readonly chosen?: number;
  readonly onChoose?: (bpm: number) => void;
  /** A tempo as the class counts it; as it is when left out. */
  readonly shown?: (bpm: number) => number;
}

/** The tempos from start to goal, the goal on top; climbed rungs are ticked. */
export function TempoLadder({ ladder, climbed, chosen, onChoose, shown = (bpm) => bpm }: TempoLadderProps) {
  return (
    <ol
      reversed
      className="flex flex-col-reverse border-x-4 border-ink max-md:flex-row max-md:overflow-x-auto max-md:border-x-0 max-md:border-y-4"
      aria-label="Tempo ladder"
    >
      {ladder.map((bpm) => {
        const isClimbed = climbed.includes(bpm);
        const isChosen = bpm === chosen;
        const text = (
          <>
            <span className="tabular-nums">{shown(bpm)}</span>
            <span aria-hidden="true" className="w-4">
              {isClimbed ? '✓' : ''}
            </span>
          </>
        );
        const label = `${shown(bpm)} beats a minute${isClimbed ? ', climbed' : ''}${bpm === ladder.at(-1) ? ', the goal' : ''}`;
        const shape = `flex min-h-11 w-full items-center justify-center gap-1 px-3 text-lg ${isChosen ? 'bg-ink font-bold text-paper' : ''}`;
        return (
          <li key={bpm} className="border-y border-ink max-md:flex-1 max-md:border-x max-md:border-y-0">
            {onChoose ? (
              <button
                type="button"
                aria-pressed={isChosen}
                aria-label={label}
                onClick={() => onChoose(bpm)}
                className={`${shape} ${isChosen ? '' : 'hover:bg-cool-wash'}`}
              >
                {text}
              </button>
            ) : (
              <span className={shape}>{text}</span>
            )}
          </li>
        );
      })}
    </ol>
  );
}
