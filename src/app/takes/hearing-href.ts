/**
 * Where a take is heard as one of those that wait.
 * @param answeredId of the take that was answered before it: its answer can be taken back there.
 */
export const hearingHref = (takeId: string, answeredId?: string) =>
  `/takes/${takeId}?hearing=1${answeredId === undefined ? '' : `&answered=${answeredId}`}`;
