/** The beat as movement, so that it works without sound; the number is large during the count-in. */
export function Beats({
  count,
  beat,
  isCounting,
}: {
  readonly count: number;
  readonly beat: number;
  readonly isCounting: boolean;
}) {
  return (
    <div
      className="flex items-center gap-2"
      role="status"
      aria-label={isCounting ? 'Counting in' : 'Recording'}
    >
      {Array.from({ length: count }, (_, index) => {
        const isNow = beat === index + 1;
        return (
          <span
            key={index}
            aria-hidden="true"
            className={`grid place-items-center border-2 border-ink font-bold tabular-nums ${index === 0 ? 'rounded-none' : 'rounded-full'} ${isCounting ? 'size-16 text-3xl' : 'size-10 text-lg'} ${isNow ? 'bg-ink text-paper' : 'bg-paper'}`}
          >
            {index + 1}
          </span>
        );
      })}
      <span className="ml-2 text-lg">{isCounting ? 'Count …' : 'Play!'}</span>
    </div>
  );
}
