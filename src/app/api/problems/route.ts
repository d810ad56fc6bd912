import { parseJson, readBody } from '@/app/_components/request';
import { noteProblem } from '@/server/access/problems';

const MAXIMUM_PROBLEM_BYTES = 10_000;

/** Something went wrong on a page: it goes into the log. Whoever tells gets no answer. */
export async function POST(request: Request): Promise<Response> {
  const body = await readBody(request, MAXIMUM_PROBLEM_BYTES);
  if (body) await noteProblem(parseJson(body));
  return new Response(null, { status: 204 });
}
