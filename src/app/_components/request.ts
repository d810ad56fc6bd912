/** Whether a request comes from a page of this site: route handlers have no other guard against foreign forms. */
export function isSameOrigin(request: Request): boolean {
  const origin = request.headers.get('origin');
  return origin !== null && new URL(origin).host === request.headers.get('host');
}

/** The body up to a limit; undefined when it is larger. Never holds more than the limit. */
export async function readBody(request: Request, mostBytes: number): Promise<Uint8Array | undefined> {
  const chunks: Uint8Array[] = [];
  let length = 0;
  for await (const chunk of request.body ?? []) {
    length += chunk.length;
    if (length > mostBytes) return undefined;
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** An answer that says in one sentence what is wrong. */
export function problem(status: number, text: string): Response {
  return Response.json({ problem: text }, { status });
}
