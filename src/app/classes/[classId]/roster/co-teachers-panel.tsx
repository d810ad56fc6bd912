'use client';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton, useStoredAtOnce } from '@/ui/form';
import { addColleague, endColleague } from './actions';

interface CoTeachersPanelProps {
  readonly classId: string;
  readonly teachers: readonly {
    readonly id: string;
    readonly name: string;
    readonly email: string;
    readonly isAsked: boolean;
  }[];
  /** Whose class it is. */
  readonly mayChange: boolean;
  readonly viewerId: string;
}

/** Colleagues who hear and answer this class as well. */
export function CoTeachersPanel({ classId, teachers, mayChange, viewerId }: CoTeachersPanelProps) {
  const { outcome, store, isPending } = useStoredAtOnce(endColleague);
  return (
    <div className="space-y-3">
      {teachers.length > 0 && (
        <ul className="divide-y divide-rule">
          {teachers.map(({ id, name, email, isAsked }) => (
            <li key={id} className="flex flex-wrap items-center justify-between gap-2 py-1">
              <span>
                <strong>{name}</strong>{' '}
                <span className="text-base text-faint">
                  {email}
                  {isAsked && ', asked'}
                </span>
              </span>
              {(mayChange || id === viewerId) && (
                <Button
                  disabled={isPending}
                  onClick={() => void store(classId, id)}
                  aria-label={`End: ${name} no longer teaches this class`}
                >
                  End
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      {outcome}
      {mayChange ? (
        <ActionForm action={addColleague.bind(null, classId)} className="space-y-2">
          <Field
            label="A colleague’s e-mail"
            name="email"
            type="email"
            required
            autoComplete="off"
            hint="Hears the takes, answers and sees everything of this class. Removing for good and putting away stay with you."
          />
          <FormOutcome />
          <SubmitButton>Teach together</SubmitButton>
        </ActionForm>
      ) : (
        <p>You help in this class.</p>
      )}
    </div>
  );
}
