// What stands for a request where there is none.
export const headers = async () => new Headers(requestOfChecks.headers);
export const cookies = async () => ({
  get: (name: string) =>
    requestOfChecks.cookies.has(name) ? { value: requestOfChecks.cookies.get(name)! } : undefined,
  getAll: () => [],
  set: (name: string, value: string) => void requestOfChecks.cookies.set(name, value),
});

/** What comes with the next request: checks change it. */
export const requestOfChecks = { headers: {} as Record<string, string>, cookies: new Map<string, string>() };
