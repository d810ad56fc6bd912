'use client';
import { Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { NewPasswordField } from '@/ui/new-password-field';
import { ask, choose } from './actions';

export function AskForm() {
  return (
    <ActionForm action={ask} className="space-y-4">
      <Field label="E-mail" name="email" type="email" autoComplete="username" required />
      <FormOutcome />
      <SubmitButton weight="main" className="w-full">
        Send me the link
      </SubmitButton>
    </ActionForm>
  );
}

export function ChooseForm({ token }: { readonly token: string }) {
  return (
    <ActionForm action={choose.bind(null, token)} className="space-y-4">
      <NewPasswordField label="New password" note="Every device is signed out." />
      <FormOutcome />
      <SubmitButton weight="main" className="w-full">
        Take this one
      </SubmitButton>
    </ActionForm>
  );
}
