'use client';
import { useState, useTransition } from 'react';
import type { Issue, Result } from '@/core/base';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Issues, resultOf, useStoredAtOnce } from '@/ui/form';
import { Notice } from '@/ui/notice';
import { useIsReady } from '@/ui/use-is-ready';
import { invite, newPasswordFor, withdraw } from './actions';

interface ColleaguesProps {
  readonly teachers: readonly { readonly id: string; readonly name: string; readonly email: string }[];
  readonly invitations: readonly { readonly id: string; readonly email: string; readonly until: string }[];
  /** Whether letters only lie in the box: then the link is handed over. */
  readonly isSimulated: boolean;
}

/** Who teaches here, who is invited, and a way back in for whoever lost the password. */
export function Colleagues({ teachers, invitations, isSimulated }: ColleaguesProps) {
  const [email, setEmail] = useState('');
  const [link, setLink] = useState<{ readonly what: string; readonly url: string }>();
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const isReady = useIsReady();
  const [isPending, start] = useTransition();
  const { outcome, store } = useStoredAtOnce(withdraw);
  const show = (what: string, made: Result<{ readonly url: string }>) => {
    setIssues(made.ok ? [] : made.issues);
    setLink(made.ok ? { what, url: made.value.url } : undefined);
    if (made.ok) setEmail('');
  };
  return (
    <div className="space-y-4">
      <ul className="divide-y divide-rule">
        {teachers.map(({ id, name, email: address }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 py-1">
            <strong>{name}</strong>
            <span className="text-faint">{address}</span>
            <Button
              weight="quiet"
              disabled={isPending}
              onClick={() =>
                start(async () =>
                  show(`A new password for ${name}`, await resultOf(() => newPasswordFor(id))),
                )
              }
            >
              Lost the password<span className="sr-only">: {name}</span>
            </Button>
          </li>
        ))}
        {invitations.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-4 py-1">
            <span>{one.email}</span>
            <span className="text-faint">invited, until {one.until}</span>
            <Button weight="quiet" onClick={() => void store(one.id)}>
              Take the invitation back<span className="sr-only">: {one.email}</span>
            </Button>
          </li>
        ))}
      </ul>
      {outcome}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          start(async () => show(`An invitation for ${email}`, await resultOf(() => invite(email))));
        }}
        className="space-y-3"
      >
        <Field
          label="Invite a colleague"
          type="email"
          value={email}
          onChange={(event) => setEmail(event.target.value)}
          autoComplete="off"
          required
        />
        <Button type="submit" disabled={!isReady || isPending}>
          Invite
        </Button>
      </form>
      {issues.length > 0 && <Issues issues={issues} />}
      {link && (
        <Notice kind="news">
          <p>
            {link.what}.{' '}
            {isSimulated ? 'No mail server is set up: hand the link over.' : 'The letter is on its way.'} It
            opens once.
          </p>
          <p className="mt-1 break-all select-all">{link.url}</p>
        </Notice>
      )}
    </div>
  );
}
