interface TickProps {
  readonly label: string;
  readonly isOn: boolean;
  readonly onChange: (isOn: boolean) => void;
}

/** A labelled tick box of a child's size. */
export function Tick({ label, isOn, onChange }: TickProps) {
  return (
    <label className="flex min-h-11 items-center gap-2">
      <input
        type="checkbox"
        checked={isOn}
        onChange={({ target }) => onChange(target.checked)}
        className="size-6 shrink-0 accent-cool"
      />
      {label}
    </label>
  );
}
