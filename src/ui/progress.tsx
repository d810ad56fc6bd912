import { Progress as Bar } from 'radix-ui';

interface ProgressProps {
  readonly name: string;
  readonly done: number;
  readonly of: number;
}

/** How far some work is, as a bar and in numbers. @example <Progress name="Drawings" done={3} of={8} /> */
export function Progress({ name, done, of }: ProgressProps) {
  const said = `${done} of ${of}`;
  return (
    <div className="mt-2 flex items-center gap-3">
      <Bar.Root
        value={done}
        max={of}
        aria-label={name}
        getValueLabel={() => said}
        className="h-3 w-40 overflow-hidden rounded-sm border-2 border-ink bg-paper"
      >
        <Bar.Indicator className="h-full bg-cool" style={{ width: `${(100 * done) / of}%` }} />
      </Bar.Root>
      <span aria-hidden>{said}</span>
    </div>
  );
}
