'use client';
import { unstable_rethrow } from 'next/navigation';
import {
  type ComponentProps,
  createContext,
  type FormEvent,
  type ReactNode,
  startTransition,
  use,
  useActionState,
  useEffect,
  useRef,
  useState,
  useTransition,
} from 'react';
import { describeIssue, failure, type Issue, type Result } from '@/core/base';
import { inWordsOf } from '@/core/time';
import { Button } from './button';
import { Notice } from './notice';
import { useVocabulary } from './vocabulary';

/** What became of a form. */
export interface FormState {
  /** What is wrong, with the name of the field it belongs to as `where`. */
  readonly issues?: readonly Issue[];
  /** What was done, in a sentence. */
  readonly done?: string;
}

export type FormAction = (state: FormState, form: FormData) => Promise<FormState>;

interface FormAtHand {
  readonly state: FormState;
  readonly isPending: boolean;
  /** Names of the fields that say themselves what is wrong with them. */
  readonly fields: Set<string>;
}

const NOTHING: FormState = {};
const AtHand = createContext<FormAtHand>({ state: NOTHING, isPending: false, fields: new Set() });

/**
 * A form with a server action. Each problem is said beside its field, the first of them gets the focus, and everything typed stays; only
 * when it was done the form is as new.
 * @example <ActionForm action={makeClass}><Field label="Name" name="name" /><FormOutcome /><SubmitButton>Make it</SubmitButton></ActionForm>
 */
export function ActionForm({
  action,
  children,
  ...rest
}: Omit<ComponentProps<'form'>, 'action' | 'onSubmit'> & { readonly action: FormAction }) {
  const [state, submit, isPending] = useActionState<FormState, FormData>(
    (now, form) => answerOf(() => action(now, form)),
    NOTHING,
  );
  const form = useRef<HTMLFormElement>(null);
  const fields = useRef(new Set<string>());
  useEffect(() => {
    if (state.issues) form.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
    else if (state !== NOTHING) form.current?.reset();
  }, [state]);
  // A form that React submits by itself is emptied whatever the answer.
  const send = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const { submitter } = event.nativeEvent as SubmitEvent;
    const data = new FormData(event.currentTarget, submitter);
    startTransition(() => submit(data));
  };
  return (
    <form ref={form} action={submit} onSubmit={send} {...rest}>
      <AtHand value={{ state, isPending, fields: fields.current }}>{children}</AtHand>
    </form>
  );
}

/** What an action throws with this digest: whoever asks is signed out. See `SignedOut` of server/access. */
export const SIGNED_OUT = 'mevlo-signed-out';

const sayThrown = (error: unknown): string => {
  if ((error as { digest?: unknown }).digest === SIGNED_OUT)
    return 'You are signed out. Sign in again in another tab, then send it once more: what you typed stays here.';
  if ((error as { digest?: unknown }).digest !== undefined)
    return 'This did not work on our side. Nothing was stored, and what you typed stays here: try it again.';
  return navigator.onLine
    ? 'The school’s server does not answer. What you typed stays here: try it again in a moment.'
    : 'You are offline. What you typed stays here: send it when you are online again.';
};

/** What to say of an error that sending a form has thrown. @throws the error when it is the way to another page, which is no fault. */
function notSent(error: unknown): Issue {
  unstable_rethrow(error);
  return { code: 'not-sent', message: sayThrown(error) };
}

/** What an action answers; what it throws is an answer, too, and the page with everything typed in it stays. */
export async function answerOf(ask: () => Promise<FormState>): Promise<FormState> {
  try {
    return await ask();
  } catch (error) {
    return { issues: [notSent(error)] };
  }
}

/** The same of an action that reads or makes something. @example const made = await resultOf(() => makeCards(students)); */
export async function resultOf<Value>(ask: () => Promise<Result<Value>>): Promise<Result<Value>> {
  try {
    return await ask();
  } catch (error) {
    return failure(notSent(error));
  }
}

/** What is wrong with a field of the form around it, for the field to say. */
export function useIssueOf(name: string | undefined): string | undefined {
  const { state, fields } = use(AtHand);
  useEffect(() => {
    if (name === undefined) return;
    fields.add(name);
    return () => {
      fields.delete(name);
    };
  }, [fields, name]);
  return name === undefined ? undefined : state.issues?.find(({ where }) => where === name)?.message;
}

/** What was done; and what is wrong as a whole, or with a part that does not say so itself. */
export function FormOutcome() {
  const { state, fields } = use(AtHand);
  return <Outcome state={state} saidElsewhere={fields} />;
}

function Outcome({
  state: { issues = [], done },
  saidElsewhere,
}: {
  readonly state: FormState;
  readonly saidElsewhere?: ReadonlySet<string>;
}) {
  const said = issues.filter(({ where }) => where === undefined || !saidElsewhere?.has(where));
  // Names of fields are for machines.
  if (said.length > 0) return <Issues issues={said.map(({ code, message }) => ({ code, message }))} />;
  return done === undefined ? null : <Notice kind="news">{done}</Notice>;
}

/** Problems, each with its place. @param heading what they have in common, if they are to be a list. */
export function Issues({
  issues,
  heading,
}: {
  readonly issues: readonly Issue[];
  readonly heading?: string;
}) {
  if (issues.length === 1 && heading === undefined)
    return <Notice kind="problem">{describeIssue(issues[0]!)}</Notice>;
  return (
    <Notice kind="problem">
      {heading !== undefined && <p className="font-bold">{heading}</p>}
      <IssueList issues={issues} />
    </Notice>
  );
}

export function IssueList({ issues }: { readonly issues: readonly Issue[] }) {
  const vocabulary = useVocabulary();
  return (
    <ul className="list-disc pl-5">
      {issues
        .map((issue) => inWordsOf(describeIssue(issue), vocabulary))
        .map((said) => (
          <li key={said}>{said}</li>
        ))}
    </ul>
  );
}

/** Sends the form around it, once at a time. */
export function SubmitButton(props: Omit<ComponentProps<typeof Button>, 'type'>) {
  const { isPending } = use(AtHand);
  return <Button {...props} type="submit" disabled={isPending || props.disabled} />;
}

/**
 * For a control whose change is stored at once.
 * @returns what became of the last change, to be shown; the action, which answers the same; and whether it is at work.
 */
export function useStoredAtOnce<Args extends readonly unknown[]>(
  action: (...args: Args) => Promise<FormState>,
): {
  readonly outcome: ReactNode;
  readonly store: (...args: Args) => Promise<FormState>;
  readonly isPending: boolean;
  /** Whether the last change is stored. */
  readonly isDone: boolean;
} {
  const [state, setState] = useState(NOTHING);
  const [isPending, start] = useTransition();
  // Within a transition, an action may lead to another page.
  const store = (...args: Args) =>
    new Promise<FormState>((resolve) =>
      start(async () => {
        const answer = await answerOf(() => action(...args));
        setState(answer);
        resolve(answer);
      }),
    );
  const isDone = state !== NOTHING && state.issues === undefined;
  return { outcome: <Outcome state={state} />, store, isPending, isDone };
}
