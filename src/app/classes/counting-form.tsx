'use client';
import { useState } from 'react';
import { type CountingStyle, SCHOOLS, writeWord } from '@/core/counting';
import { Choice, Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { changeCount } from './actions';

interface CountingFormProps {
  readonly classId: string;
  readonly counting: CountingStyle;
}

const BEAT_LABELS = ['One note in a beat', 'Two notes', 'Three notes', 'Four notes'] as const;
const LONG_LABELS = ['A note of two beats', 'Of three beats', 'Of four beats'] as const;

/** How the class counts: school, 6/8, how much is written, and its own words. */
export function CountingForm({ classId, counting }: CountingFormProps) {
  const [school, setSchool] = useState<string>(counting.school);
  const { inBeat, long } = counting.words;
  return (
    <ActionForm action={changeCount.bind(null, classId)} className="space-y-4">
      <fieldset>
        <legend className="mb-1 font-bold">This class counts with</legend>
        <div className="grid gap-1 sm:grid-cols-2">
          {SCHOOLS.map(({ id, name, example }) => (
            <label
              key={id}
              className="flex min-h-11 items-center gap-3 rounded-md px-2 py-1 has-checked:bg-cool-wash"
            >
              <input
                type="radio"
                name="school"
                value={id}
                checked={school === id}
                onChange={() => setSchool(id)}
                className="size-5 shrink-0 accent-cool"
              />
              <span>
                <span className="font-bold">{name}</span>
                <span className="block text-base text-faint">{example}</span>
              </span>
            </label>
          ))}
        </div>
      </fieldset>
      <fieldset hidden={school !== 'words'} className="grid gap-3 sm:grid-cols-2">
        <legend className="mb-1 font-bold">Words, with hyphens between the syllables</legend>
        <p className="text-base text-faint sm:col-span-2">
          A note that is longer than the others in its beat holds their syllables: light (house kee) per.
        </p>
        {inBeat.map((word, index) => (
          <Field
            key={BEAT_LABELS[index]}
            label={BEAT_LABELS[index]!}
            name={`inBeat${index + 1}`}
            defaultValue={writeWord(word)}
            maxLength={60}
          />
        ))}
        {long.map((word, index) => (
          <Field
            key={LONG_LABELS[index]}
            label={LONG_LABELS[index]!}
            name={`long${index + 2}`}
            defaultValue={writeWord(word)}
            maxLength={60}
          />
        ))}
      </fieldset>
      <Choice
        label="3/8, 6/8, 9/8 and 12/8"
        name="compound"
        defaultValue={counting.compound}
        hint="For counting with numbers."
      >
        <option value="eighths">all six: 1 2 3 4 5 6</option>
        <option value="beats">large beats: 1 la li 2 la li</option>
      </Choice>
      <Choice label="Write under the staff" name="density" defaultValue={counting.density}>
        <option value="all">every note and rest</option>
        <option value="beats">the beats only</option>
        <option value="entries">only where an entry is easily missed</option>
      </Choice>
      <FormOutcome />
      <SubmitButton>Count like this</SubmitButton>
    </ActionForm>
  );
}
