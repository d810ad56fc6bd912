export interface TakeToHandIn {
  readonly id: string;
  readonly assignmentId: string;
  /** Of the plan; undefined for the whole line without a plan. */
  readonly stage: string | undefined;
  readonly askedBpm: number;
  readonly source: 'recorded' | 'file';
  readonly sound: Blob;
}

/** Sends a take to the school's server. @returns what went wrong in the student's words, or undefined. */
export async function handInTake({
  id,
  assignmentId,
  stage,
  askedBpm,
  source,
  sound,
}: TakeToHandIn): Promise<string | undefined> {
  const query = new URLSearchParams({ id, assignmentId, askedBpm: `${askedBpm}`, source });
  if (stage) query.set('stage', stage);
  let response: Response;
  try {
    response = await fetch(`/api/takes?${query}`, { method: 'POST', body: sound });
  } catch {
    return 'The connection was lost. Your recording is still here: press “Hand in” again.';
  }
  if (response.ok) return undefined;
  const body = (await response.json().catch(() => undefined)) as { problem?: string } | undefined;
  return body?.problem ?? 'The recording could not be handed in. It is still here: try again.';
}
