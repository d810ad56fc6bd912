'use client';
import { CalendarPlus } from 'lucide-react';
import { WEEKDAYS, type Weekday } from '@/core/school';
import { Field, LongField } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { keepGoal, keepWord } from './actions';

interface GoalFormProps {
  readonly minutes: number | undefined;
  readonly classMinutes: number;
  readonly goal: string;
}

/** What the student wants: in words, and minutes a day. */
export function GoalForm({ minutes, classMinutes, goal }: GoalFormProps) {
  return (
    <ActionForm action={keepGoal} className="space-y-3">
      <LongField
        key={goal}
        label="What I want to reach"
        name="goal"
        defaultValue={goal}
        maxLength={200}
        rows={2}
      />
      <Field
        key={minutes}
        label="Minutes a day"
        name="minutes"
        type="number"
        min={1}
        max={240}
        defaultValue={minutes ?? ''}
        hint={`Empty for what your class does: ${classMinutes}.`}
      />
      <FormOutcome />
      <SubmitButton>Keep it</SubmitButton>
    </ActionForm>
  );
}

export function WordForm({ studentId, word }: { readonly studentId: string; readonly word: string }) {
  return (
    <ActionForm action={keepWord.bind(null, studentId)} className="space-y-3">
      <LongField
        key={word}
        label="Your word in this book"
        name="word"
        defaultValue={word}
        maxLength={500}
        rows={3}
        hint="It stands there until you write another one."
      />
      <FormOutcome />
      <SubmitButton>Write it in</SubmitButton>
    </ActionForm>
  );
}

const DAY_NAMES: Readonly<Record<Weekday, string>> = {
  MO: 'Mon',
  TU: 'Tue',
  WE: 'Wed',
  TH: 'Thu',
  FR: 'Fri',
  SA: 'Sat',
  SU: 'Sun',
};
/** A day off is part of it. */
const USUAL_DAYS: readonly Weekday[] = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA'];

/** When to be reminded: the answer is a file that every calendar takes in. */
export function RemindersForm({ studentId }: { readonly studentId: string }) {
  return (
    <form action={`/api/students/${studentId}/reminders`} method="get" className="space-y-3">
      <fieldset>
        <legend className="mb-1 font-bold">Days</legend>
        <div className="flex flex-wrap gap-x-3">
          {WEEKDAYS.map((day) => (
            <label key={day} className="inline-flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                name="day"
                value={day}
                defaultChecked={USUAL_DAYS.includes(day)}
                className="size-5 accent-cool"
              />
              {DAY_NAMES[day]}
            </label>
          ))}
        </div>
      </fieldset>
      <Field label="At" name="at" type="time" defaultValue="17:00" required />
      <button
        type="submit"
        className="inline-flex min-h-11 items-center gap-2 rounded-md border-2 border-ink bg-paper px-4 font-bold hover:bg-cool-wash"
      >
        <CalendarPlus aria-hidden className="size-5" /> Into my calendar
      </button>
      <p className="text-base text-faint">
        A calendar file: when to practise, and what is due when. Open it with the calendar of your phone or
        computer.
      </p>
    </form>
  );
}
