import { Field } from './field';

interface NewPasswordFieldProps {
  readonly label: string;
  readonly name?: string;
  /** What else comes of it. */
  readonly note?: string;
}

/** Where a teacher chooses a password. */
export function NewPasswordField({ label, name = 'password', note }: NewPasswordFieldProps) {
  return (
    <Field
      label={label}
      name={name}
      type="password"
      autoComplete="new-password"
      minLength={10}
      required
      hint={['At least 10 characters.', note].filter(Boolean).join(' ')}
    />
  );
}
