import { goodMeasures, type SittingTake } from './stand-machine';

interface SittingProps {
  readonly takes: readonly SittingTake[];
  readonly shownId: string;
  readonly onShow: (takeId: string) => void;
  readonly handedIn: readonly string[];
}

/** The takes of this sitting, to choose which one to hand in. */
export function Sitting({ takes, shownId, onShow, handedIn }: SittingProps) {
  if (takes.length < 2) return null;
  return (
    <fieldset className="flex flex-wrap items-center gap-2">
      <legend className="sr-only">Takes of this sitting</legend>
      {takes.map((take) => {
        const { measures } = take.check.verdict;
        const isRated = take.rating !== undefined;
        return (
          <label
            key={take.id}
            className="flex min-h-12 cursor-pointer items-center gap-2 rounded-md border-2 border-rule px-3 has-checked:border-ink has-checked:bg-cool-wash"
          >
            <input
              type="radio"
              name="sitting"
              checked={take.id === shownId}
              onChange={() => onShow(take.id)}
              className="size-5 accent-cool"
            />
            Take {take.number} at {take.askedBpm}
            {isRated && (
              <span className="tabular-nums text-faint">
                {goodMeasures(take)} of {measures.length} right
              </span>
            )}
            {handedIn.includes(take.id) && <span className="font-bold">handed in</span>}
          </label>
        );
      })}
    </fieldset>
  );
}
