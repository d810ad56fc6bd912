'use client';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton, useStoredAtOnce } from '@/ui/form';
import { NewPasswordField } from '@/ui/new-password-field';
import {
  changeEmail,
  changeName,
  changePassword,
  removeAccount,
  signOutDevice,
  signOutElsewhere,
} from './actions';

export function NameForm({ name }: { readonly name: string }) {
  return (
    <ActionForm action={changeName} className="space-y-3">
      <Field label="Your name" name="name" defaultValue={name} autoComplete="name" maxLength={60} required />
      <FormOutcome />
      <SubmitButton>Change the name</SubmitButton>
    </ActionForm>
  );
}

export function EmailForm() {
  return (
    <ActionForm action={changeEmail} className="space-y-3">
      <Field label="New e-mail address" name="email" type="email" autoComplete="email" required />
      <Field label="Your password" name="password" type="password" autoComplete="current-password" required />
      <FormOutcome />
      <SubmitButton>Change the address</SubmitButton>
    </ActionForm>
  );
}

export function PasswordForm() {
  return (
    <ActionForm action={changePassword} className="space-y-3">
      <Field
        label="Password until now"
        name="password"
        type="password"
        autoComplete="current-password"
        required
      />
      <NewPasswordField label="New password" name="newPassword" note="Every other device is signed out." />
      <FormOutcome />
      <SubmitButton>Change the password</SubmitButton>
    </ActionForm>
  );
}

interface DeviceListProps {
  readonly devices: readonly {
    readonly id: string;
    readonly name: string;
    readonly since: string;
    readonly isThis: boolean;
  }[];
}

/** Where somebody is signed in; each can be signed out, or all others at once. */
export function SignedInDevices({ devices }: DeviceListProps) {
  const one = useStoredAtOnce(signOutDevice);
  const others = useStoredAtOnce(signOutElsewhere);
  return (
    <div className="space-y-3">
      <ul className="divide-y divide-rule">
        {devices.map(({ id, name, since, isThis }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 py-2">
            <strong>{name}</strong>
            <span className="text-faint">since {since}</span>
            {isThis ? (
              <span className="rounded-sm bg-cool-wash px-2">this device</span>
            ) : (
              <Button weight="quiet" disabled={one.isPending} onClick={() => void one.store(id)}>
                Sign out<span className="sr-only"> {name}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      {devices.length > 1 && (
        <Button disabled={others.isPending} onClick={() => void others.store()}>
          Sign out everywhere else
        </Button>
      )}
      {one.outcome}
      {others.outcome}
    </div>
  );
}

/** Asks for address and password, so that nobody's account goes by a slip or by somebody else. */
export function RemoveAccountForm({ email }: { readonly email: string }) {
  return (
    <ActionForm action={removeAccount} className="space-y-3">
      <Field label="Your e-mail address" name="email" autoComplete="off" required hint={`Type “${email}”.`} />
      <Field label="Your password" name="password" type="password" autoComplete="current-password" required />
      <FormOutcome />
      <SubmitButton className="border-warm">Remove my account and everything in it</SubmitButton>
    </ActionForm>
  );
}
