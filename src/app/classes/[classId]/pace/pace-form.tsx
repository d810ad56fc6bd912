'use client';
import { useState } from 'react';
import type { PaceGoal } from '@/core/practice';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { setGoal } from '../../actions';

interface PaceFormProps {
  readonly classId: string;
  readonly goal: PaceGoal | undefined;
  readonly today: string;
}

/** So many pieces by a date, on so many days a week, without the holidays. */
export function PaceForm({ classId, goal, today }: PaceFormProps) {
  const [rows, setRows] = useState(Math.max(1, goal?.holidays.length ?? 0));
  return (
    <ActionForm action={setGoal.bind(null, classId)} className="space-y-4">
      <Field
        label="Pieces"
        name="pieces"
        type="number"
        min={1}
        max={500}
        defaultValue={goal?.pieces ?? ''}
        hint="Left empty, there is no goal."
      />
      <Field label="From" name="from" type="date" defaultValue={goal?.from ?? today} />
      <Field label="By" name="by" type="date" defaultValue={goal?.by ?? ''} />
      <Choice label="Days of practice a week" name="daysPerWeek" defaultValue={goal?.daysPerWeek ?? 5}>
        {[1, 2, 3, 4, 5, 6, 7].map((days) => (
          <option key={days}>{days}</option>
        ))}
      </Choice>
      <fieldset className="space-y-2">
        <legend className="mb-1 font-bold">Holidays</legend>
        {Array.from({ length: rows }, (_, index) => (
          <div key={index} className="grid grid-cols-2 gap-2">
            <Field
              label={`Holiday ${index + 1} from`}
              name="holidayFrom"
              type="date"
              defaultValue={goal?.holidays[index]?.from ?? ''}
            />
            <Field label="to" name="holidayTo" type="date" defaultValue={goal?.holidays[index]?.to ?? ''} />
          </div>
        ))}
        <Button weight="quiet" onClick={() => setRows(rows + 1)}>
          One more holiday
        </Button>
      </fieldset>
      <FormOutcome />
      <SubmitButton weight="main" className="w-full">
        Set the goal
      </SubmitButton>
    </ActionForm>
  );
}
