import { Label } from 'radix-ui';
import { type InputHTMLAttributes, type ReactNode, type SelectHTMLAttributes, useId } from 'react';

const CONTROL =
  'min-h-12 w-full rounded-md border-2 border-ink bg-paper px-3 text-lg file:mr-3 file:min-h-11 file:font-bold';

interface FieldProps {
  readonly label: string;
  readonly hint?: string;
}

/** A labelled text field. */
export function Field({ label, hint, ...rest }: FieldProps & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  return (
    <div>
      <Label.Root htmlFor={id} className="mb-1 block font-bold">
        {label}
      </Label.Root>
      <input id={id} aria-describedby={hint && `${id}-hint`} className={CONTROL} {...rest} />
      {hint && (
        <p id={`${id}-hint`} className="mt-1 text-base text-faint">
          {hint}
        </p>
      )}
    </div>
  );
}

/** A labelled choice. */
export function Choice({
  label,
  hint,
  children,
  ...rest
}: FieldProps & SelectHTMLAttributes<HTMLSelectElement>) {
  const id = useId();
  return (
    <div>
      <Label.Root htmlFor={id} className="mb-1 block font-bold">
        {label}
      </Label.Root>
      <select id={id} aria-describedby={hint && `${id}-hint`} className={CONTROL} {...rest}>
        {children}
      </select>
      {hint && (
        <p id={`${id}-hint`} className="mt-1 text-base text-faint">
          {hint}
        </p>
      )}
    </div>
  );
}

interface SmallChoiceProps {
  readonly label: ReactNode;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly children: ReactNode;
}

/** A choice in the middle of a row, its label before it. */
export function SmallChoice({ label, value, onChange, children }: SmallChoiceProps) {
  return (
    <label className="text-base text-faint">
      {label}
      <select
        value={value}
        onChange={(event) => onChange(event.currentTarget.value)}
        className="ml-2 min-h-11 rounded-md border-2 border-rule bg-paper px-2 text-ink"
      >
        {children}
      </select>
    </label>
  );
}
