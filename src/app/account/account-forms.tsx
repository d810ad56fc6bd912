'use client';
import { Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { removeAccount } from './actions';

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
