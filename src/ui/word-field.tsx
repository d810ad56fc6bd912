import { LongField } from './field';

/** A word of the teacher's that goes with what is given out. */
export const WordField = ({ word = '' }: { readonly word?: string }) => (
  <LongField label="Your word to the students" name="word" rows={2} maxLength={1000} defaultValue={word} />
);
