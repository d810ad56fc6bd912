import { z } from 'zod';
import { forSender, parseJson, problem, readBody } from '@/app/_components/request';
import { completeTake } from '@/server/access/practice/takes';
import { TAKE_WORDS } from './words';

/** Facts of a take with the taps of its echo are far below this. */
const MAXIMUM_FACTS_BYTES = 200_000;
const facts = z.looseObject({ bytes: z.unknown() });

/** Makes a take of the pieces that have come; the body says what it is of. */
export function POST(
  request: Request,
  { params }: { readonly params: Promise<{ readonly takeId: string }> },
): Promise<Response> {
  return forSender(request, TAKE_WORDS, async (viewer) => {
    const body = await readBody(request, MAXIMUM_FACTS_BYTES);
    const read = body && facts.safeParse(parseJson(body));
    if (!read?.success) return problem(400, 'The recording came without saying what it is of. Try again.');
    const { bytes, ...form } = read.data;
    const result = await completeTake(viewer, { ...form, id: (await params).takeId }, bytes);
    if (result.ok === 'incomplete') return Response.json({ received: result.bytes }, { status: 409 });
    return result.ok ? Response.json({ takeId: result.takeId }) : problem(result.status, result.problem);
  });
}
