import type { MeasureVerdict } from './verdict';

/** Whether anything in a measure is to be worked on. */
export const needsWork = ({ notesNeedWork, rhythmNeedsWork }: MeasureVerdict) =>
  notesNeedWork || rhythmNeedsWork;

/** How much of a measure was not right, a note and its rhythm counted each: the weakest of several has the most. */
export const faultsOf = ({ written, notesRight, rhythmRight }: MeasureVerdict): number =>
  2 * written - notesRight - rhythmRight;
