import type { Attempt } from './climb';

/** Something a student did, or a person said, on a stage. In the order of time. */
export type Deed = { readonly stageId: string } & (
  | Attempt
  /** The student's own word, where nothing can be heard. */
  | { readonly kind: 'student-says-done' }
);
