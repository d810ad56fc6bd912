'use client';
import { Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { NewPasswordField } from '@/ui/new-password-field';
import { join } from './actions';

export function JoinForm({ token }: { readonly token: string }) {
  return (
    <ActionForm action={join.bind(null, token)} className="space-y-4">
      <Field label="Your name" name="name" autoComplete="name" maxLength={60} required />
      <NewPasswordField label="Password" />
      <FormOutcome />
      <SubmitButton weight="main" className="w-full">
        Make my account
      </SubmitButton>
    </ActionForm>
  );
}
