import { parseJson, problem, readBody } from '@/app/_components/request';
import { listGone } from '@/server/access/account/gone';

const MAXIMUM_LIST_BYTES = 10_000;

/** Which of some people are not there any more: a device that several use throws away what it kept of them, also on the sign-in page. */
export async function POST(request: Request): Promise<Response> {
  const body = await readBody(request, MAXIMUM_LIST_BYTES);
  const gone = await listGone(body && parseJson(body));
  return gone ? Response.json({ gone }) : problem(400, 'A list of people was expected.');
}
