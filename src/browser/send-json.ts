/** Sends a value to the school's server. @throws TypeError when nothing comes back */
export const sendJson = (address: string, value: unknown, more: RequestInit = {}): Promise<Response> =>
  fetch(address, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(value),
    ...more,
  });

/** Whether the server will never take what it has answered like this: trying again cannot help. */
export const isRefusedForGood = (status: number): boolean =>
  status === 400 || status === 403 || status === 404 || status === 413;
