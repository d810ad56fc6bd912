// What stands for a request where there is none.
export const headers = async () => new Headers();
export const cookies = async () => ({ get: () => undefined, getAll: () => [], set: () => undefined });
