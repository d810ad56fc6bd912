import { isSameOrigin, problem, readBody } from '@/app/_components/request';
import { maybeViewer, NotFound } from '@/server/access/viewer';
import { saveLine } from '@/server/access/writing';

/** A page of music with everything in it is far below this. */
const MAXIMUM_DOCUMENT_BYTES = 4_000_000;

/** Stores what is on a writing desk. */
export async function PUT(
  request: Request,
  { params }: { readonly params: Promise<{ readonly lineId: string }> },
): Promise<Response> {
  const viewer = await maybeViewer();
  if (!viewer)
    return problem(401, 'You are signed out. Sign in again in another tab; what you wrote is kept here.');
  if (!isSameOrigin(request)) return problem(403, 'The line came from another site.');
  const body = await readBody(request, MAXIMUM_DOCUMENT_BYTES);
  if (!body) return problem(413, 'The line is too large to be stored.');
  let form: unknown;
  try {
    form = JSON.parse(Buffer.from(body).toString('utf8'));
  } catch {
    return problem(400, 'The line came incomplete; it is sent again with the next change.');
  }
  try {
    const saved = await saveLine(viewer, (await params).lineId, form);
    if (saved.kind === 'saved') return Response.json({ revision: saved.revision });
    if (saved.kind === 'refused') return problem(422, saved.problem);
    return problem(409, 'This line was changed in another window.');
  } catch (error) {
    if (error instanceof NotFound) return problem(404, 'This line is no longer on your shelf.');
    throw error;
  }
}
