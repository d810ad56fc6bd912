import { describeIssue, type Result } from '@/core/base';
import { maybeViewer, NotFound, type Viewer } from '@/server/access/account/viewer';
import { TOO_OFTEN } from '@/server/access/practice/from-device';

/** What a device notes is short. */
const MAXIMUM_NOTE_BYTES = 2000;

/** Whether a request comes from a page of this site: route handlers have no other guard against foreign forms. */
function isSameOrigin(request: Request): boolean {
  // Another site's is refused by the web process; here it must be one at all, and "null" is none.
  const origin = request.headers.get('origin');
  return origin !== null && URL.canParse(origin);
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

/** Answers who is signed in: 401 for nobody, 404 for what is not there or not theirs. */
export async function forViewer(answer: (viewer: Viewer) => Promise<Response>): Promise<Response> {
  const viewer = await maybeViewer();
  if (!viewer) return new Response(null, { status: 401 });
  try {
    return await answer(viewer);
  } catch (error) {
    if (error instanceof NotFound) return new Response(null, { status: 404 });
    throw error;
  }
}

/** A file to be kept, under a name of any letters. Source of the name's form: RFC 6266 and RFC 8187. */
export function download(name: string, type: string, body: BodyInit): Response {
  return new Response(body, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      // Much of it is about children: no copy stays in shared caches.
      'Cache-Control': 'private, no-store',
    },
  });
}

/** What somebody is told whose sending cannot be taken in. */
export interface SenderWords {
  readonly signedOut: string;
  readonly fromElsewhere: string;
  readonly gone: string;
  /** The server's disk is full. */
  readonly full: string;
}

/** Answers a page that sends something to be stored: who is signed in, from this site, to what is theirs. */
export async function forSender(
  request: Request,
  words: SenderWords,
  answer: (viewer: Viewer) => Promise<Response>,
): Promise<Response> {
  const viewer = await maybeViewer();
  if (!viewer) return problem(401, words.signedOut);
  if (!isSameOrigin(request)) return problem(403, words.fromElsewhere);
  try {
    return await answer(viewer);
  } catch (error) {
    if (error instanceof NotFound) return problem(404, words.gone);
    if (isFullDisk(error)) return problem(507, words.full);
    throw error;
  }
}

/** Takes in what waited on a device: what is refused for now waits on, what can never be right is dropped there. */
export function forOutbox(
  request: Request,
  words: SenderWords,
  note: (viewer: Viewer, sent: unknown) => Promise<Result<undefined>>,
): Promise<Response> {
  return forSender(request, words, async (viewer) => {
    const body = await readBody(request, MAXIMUM_NOTE_BYTES);
    const noted = await note(viewer, body && parseJson(body));
    if (noted.ok) return Response.json({});
    const isForNow = noted.issues.some(({ code }) => code === TOO_OFTEN);
    return problem(isForNow ? 429 : 400, noted.issues.map(describeIssue).join(' '));
  });
}

/** The value of a body; undefined when it is no JSON, or has a character that cannot be stored. */
export function parseJson(body: Uint8Array): unknown {
  try {
    const text = Buffer.from(body).toString('utf8');
    return /\0|\\u0000/i.test(text) ? undefined : JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** PostgreSQL's code for it. Source: PostgreSQL documentation, appendix A, class 53. */
function isFullDisk(error: unknown): boolean {
  return error instanceof Error && 'code' in error && error.code === '53100';
}
