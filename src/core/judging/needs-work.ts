import type { MeasureVerdict } from './verdict';

/** Whether anything in a measure is to be worked on. */
export const needsWork = ({ notesNeedWork, rhythmNeedsWork }: MeasureVerdict) =>
  notesNeedWork || rhythmNeedsWork;
