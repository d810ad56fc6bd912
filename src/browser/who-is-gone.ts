import { sendJson } from './send-json';

/** Asks the school's server which of these people are not there any more. @throws when it does not answer. */
export async function whoIsGone(userIds: readonly string[]): Promise<readonly string[]> {
  const response = await sendJson('/api/people', { ids: userIds });
  if (!response.ok) return [];
  const { gone } = (await response.json()) as { readonly gone: readonly string[] };
  return gone;
}
