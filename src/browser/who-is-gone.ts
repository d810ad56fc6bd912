import { sendJson } from './send-json';

/** Tells which of some people are not there any more. */
export type WhoIsGone = (userIds: readonly string[]) => Promise<readonly string[]>;

/** Asks the school's server. @throws when it does not answer. */
export const whoIsGone: WhoIsGone = async (userIds) => {
  const response = await sendJson('/api/people', { ids: userIds });
  if (!response.ok) return [];
  const { gone } = (await response.json()) as { readonly gone: readonly string[] };
  return gone;
};

/** Who of those that left something on this device is not there any more; whoever uses it now is. @throws what asking throws */
export async function goneAmong(
  left: readonly { readonly userId: string }[],
  ownId: string,
  ask: WhoIsGone,
): Promise<ReadonlySet<string>> {
  const others = new Set(left.map(({ userId }) => userId));
  others.delete(ownId);
  return new Set(others.size === 0 ? [] : await ask([...others]));
}
