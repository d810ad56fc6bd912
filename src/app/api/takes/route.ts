import { isSameOrigin, problem, readBody } from '@/app/_components/request';
import { handIn, MAXIMUM_TAKE_BYTES } from '@/server/access/takes';
import { maybeViewer, NotFound } from '@/server/access/viewer';

/** Takes in a recording: its facts in the query, its bytes as the body. */
export async function POST(request: Request): Promise<Response> {
  const viewer = await maybeViewer();
  if (!viewer)
    return problem(401, 'You are signed out. Sign in again in another tab, then hand in once more.');
  if (!isSameOrigin(request)) return problem(403, 'The recording came from another site.');
  const audio = await readBody(request, MAXIMUM_TAKE_BYTES);
  if (!audio) return problem(413, 'The recording is larger than 30 MB. Record one line at a time.');
  try {
    const result = await handIn(viewer, Object.fromEntries(new URL(request.url).searchParams), audio);
    return result.ok ? Response.json({ takeId: result.takeId }) : problem(result.status, result.problem);
  } catch (error) {
    if (error instanceof NotFound)
      return problem(404, 'This line is no longer on your list. Ask your teacher.');
    if (isFullDisk(error))
      return problem(
        507,
        'The school’s server has no room left. Your recording is still here: tell your teacher and try later.',
      );
    throw error;
  }
}

/** PostgreSQL's code for it. Source: PostgreSQL documentation, appendix A, class 53. */
function isFullDisk(error: unknown): boolean {
  return error instanceof Error && 'code' in error && error.code === '53100';
}
