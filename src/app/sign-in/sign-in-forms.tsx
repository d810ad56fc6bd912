'use client';
import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';
import { Field } from '@/ui/field';
import { ActionForm, type FormAction, FormOutcome, SubmitButton } from '@/ui/form';
import { Link } from '@/ui/link';
import { NewPasswordField } from '@/ui/new-password-field';
import { setUp, signInAsStudent, signInAsTeacher } from './actions';

function SignInForm({
  action,
  mayStay = false,
  children,
}: {
  readonly action: FormAction;
  /** Whether to ask if the device is one's own. */
  readonly mayStay?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <ActionForm action={action} className="space-y-4">
      {children}
      {mayStay && (
        <label className="flex min-h-11 items-center gap-3">
          <input type="checkbox" name="isOwnDevice" className="size-5 accent-cool" />
          This device is mine: keep me signed in
        </label>
      )}
      <FormOutcome />
      <SubmitButton weight="main" className="w-full">
        Come in
      </SubmitButton>
    </ActionForm>
  );
}

const TAB =
  'min-h-12 flex-1 border-b-4 border-transparent font-bold text-faint data-[state=active]:border-cool data-[state=active]:text-ink';

/** Two ways in: students with their card, teachers with e-mail. */
export function SignInForms({
  card,
}: {
  readonly card: { readonly classCode: string | undefined; readonly userName: string | undefined };
}) {
  return (
    <Tabs.Root defaultValue="student">
      <Tabs.List aria-label="Who are you?" className="mb-5 flex border-b border-rule">
        <Tabs.Trigger value="student" className={TAB}>
          I play
        </Tabs.Trigger>
        <Tabs.Trigger value="teacher" className={TAB}>
          I teach
        </Tabs.Trigger>
      </Tabs.List>
      <Tabs.Content value="student">
        <SignInForm action={signInAsStudent} mayStay>
          <Field
            label="Class code"
            name="classCode"
            defaultValue={card.classCode}
            autoComplete="off"
            autoCapitalize="characters"
            required
            hint="It is on your sign-in card."
          />
          <Field
            label="User name"
            name="userName"
            defaultValue={card.userName}
            autoComplete="username"
            autoCapitalize="none"
            required
          />
          <Field
            label="PIN or password"
            name="pin"
            type="password"
            autoComplete="current-password"
            required
          />
        </SignInForm>
      </Tabs.Content>
      <Tabs.Content value="teacher">
        <SignInForm action={signInAsTeacher} mayStay>
          <Field label="E-mail" name="email" type="email" autoComplete="username" required />
          <Field label="Password" name="password" type="password" autoComplete="current-password" required />
          <Link href="/new-password" className="text-cool underline underline-offset-4">
            I have lost the password
          </Link>
        </SignInForm>
      </Tabs.Content>
    </Tabs.Root>
  );
}

/** On the very first start: the first teacher makes an account. */
export function FirstTeacherForm() {
  return (
    <SignInForm action={setUp}>
      <Field
        label="Code"
        name="code"
        autoComplete="off"
        autoCapitalize="characters"
        required
        hint="It was printed where Mevlo was started."
      />
      <Field label="Your name" name="name" autoComplete="name" maxLength={60} required />
      <Field label="E-mail" name="email" type="email" autoComplete="username" required />
      <NewPasswordField label="Password" />
    </SignInForm>
  );
}

interface DemoDoorsProps {
  readonly teacher: { readonly name: string; readonly email: string; readonly password: string };
  readonly students: readonly {
    readonly name: string;
    readonly className: string;
    readonly classCode: string;
    readonly userName: string;
    readonly pin: string;
  }[];
}

/** Demo only: one press signs in as one of the made-up people. */
export function DemoDoors({ teacher, students }: DemoDoorsProps) {
  return (
    <div className="space-y-2">
      <Door
        action={signInAsTeacher}
        fields={{ email: teacher.email, password: teacher.password }}
        name={teacher.name}
        place="teacher"
      />
      {students.map(({ name, className, ...fields }) => (
        <Door key={fields.userName} action={signInAsStudent} fields={fields} name={name} place={className} />
      ))}
    </div>
  );
}

function Door({
  action,
  fields,
  name,
  place,
}: {
  readonly action: FormAction;
  readonly fields: Readonly<Record<string, string>>;
  readonly name: string;
  readonly place: string;
}) {
  return (
    <ActionForm action={action}>
      {Object.entries(fields).map(([key, value]) => (
        <input key={key} type="hidden" name={key} value={value} />
      ))}
      <SubmitButton className="w-full justify-between!">
        {name} <span className="font-normal text-faint">{place}</span>
      </SubmitButton>
      <FormOutcome />
    </ActionForm>
  );
}
