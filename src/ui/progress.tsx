interface ProgressProps {
  readonly name: string;
  readonly done: number;
  readonly of: number;
}

/** How far some work is, as a bar and in numbers. @example <Progress name="Drawings" done={3} of={8} /> */
export function Progress({ name, done, of }: ProgressProps) {
  const said = `${done} of ${of}`;
  return (
    <p className="mt-2 flex items-center gap-3">
      <progress value={done} max={of} aria-label={name} className="h-3 w-40 accent-cool" />
      {said}
    </p>
  );
}
