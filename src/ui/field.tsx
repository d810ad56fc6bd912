'use client';
import { CircleAlert } from 'lucide-react';
import { Label } from 'radix-ui';
import {
  type InputHTMLAttributes,
  type ReactNode,
  type SelectHTMLAttributes,
  type TextareaHTMLAttributes,
  useId,
} from 'react';
import { useIssueOf } from './form';

const CONTROL =
  'min-h-12 w-full rounded-md border-2 border-ink bg-paper px-3 text-lg file:mr-3 file:min-h-11 file:font-bold';

interface FieldProps {
  readonly label: string;
  readonly hint?: string | undefined;
}

/** A labelled text field. */
export function Field({ label, hint, ...rest }: FieldProps & InputHTMLAttributes<HTMLInputElement>) {
  return (
    <Labelled label={label} hint={hint} name={rest.name}>
      {(control) => <input {...control} {...rest} />}
    </Labelled>
  );
}

interface LabelledProps {
  readonly label: string;
  readonly hint: string | undefined;
  readonly name: string | undefined;
  readonly children: (control: {
    readonly id: string;
    readonly className: string;
    readonly 'aria-describedby': string | undefined;
    readonly 'aria-invalid': true | undefined;
  }) => ReactNode;
}

/** A control with its label, its hint, and what is wrong with it. */
function Labelled({ label, hint, name, children }: LabelledProps) {
  const id = useId();
  const issue = useIssueOf(name);
  const described = [hint && `${id}-hint`, issue && `${id}-issue`].filter(Boolean).join(' ');
  return (
    <div>
      <Label.Root htmlFor={id} className="mb-1 block font-bold">
        {label}
      </Label.Root>
      {children({
        id,
        className: issue ? `${CONTROL} border-warm border-dashed` : CONTROL,
        'aria-describedby': described || undefined,
        'aria-invalid': issue ? true : undefined,
      })}
      {issue && (
        <p id={`${id}-issue`} role="alert" className="mt-1 flex items-start gap-1 text-base font-bold">
          <CircleAlert aria-hidden className="mt-0.5 size-5 shrink-0 text-warm" />
          {issue}
        </p>
      )}
      {hint && (
        <p id={`${id}-hint`} className="mt-1 text-base text-faint">
          {hint}
        </p>
      )}
    </div>
  );
}

/** A labelled field for some sentences; it grows with them. */
export function LongField({
  label,
  hint,
  ...rest
}: FieldProps & TextareaHTMLAttributes<HTMLTextAreaElement>) {
  return (
    <Labelled label={label} hint={hint} name={rest.name}>
      {({ className, ...control }) => (
        <textarea
          {...control}
          {...rest}
          className={`${className} field-sizing-content block max-h-40 py-2`}
        />
      )}
    </Labelled>
  );
}

/** A labelled choice. */
export function Choice({
  label,
  hint,
  children,
  ...rest
}: FieldProps & SelectHTMLAttributes<HTMLSelectElement>) {
  return (
    <Labelled label={label} hint={hint} name={rest.name}>
      {(control) => (
        <select {...control} {...rest}>
          {children}
        </select>
      )}
    </Labelled>
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
