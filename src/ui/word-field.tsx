'use client';
import { useId } from 'react';

/** A word of the teacher's that goes with what is given out. */
export function WordField({ word = '' }: { readonly word?: string }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-bold">
        Your word to the students
      </label>
      <textarea
        id={id}
        name="word"
        rows={2}
        maxLength={1000}
        defaultValue={word}
        className="field-sizing-content block max-h-40 min-h-12 w-full rounded-md border-2 border-ink bg-paper p-2 text-lg"
      />
    </div>
  );
}
