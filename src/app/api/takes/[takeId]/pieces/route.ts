import { forSender, problem, readBody } from '@/app/_components/request';
import { MAXIMUM_PIECE_BYTES, receivePiece } from '@/server/access/practice/takes';
import { TAKE_WORDS } from '../words';

/** The next piece of a recording: its place in the query, its bytes as the body. Answers how much is here. */
export function PUT(
  request: Request,
  { params }: { readonly params: Promise<{ readonly takeId: string }> },
): Promise<Response> {
  return forSender(request, TAKE_WORDS, async (viewer) => {
    const bytes = await readBody(request, MAXIMUM_PIECE_BYTES);
    if (!bytes) return problem(413, 'This piece of the recording is too large.');
    const from = new URL(request.url).searchParams.get('from');
    const answer = await receivePiece(viewer, { id: (await params).takeId, from }, bytes);
    return answer.kind === 'received'
      ? Response.json({ received: answer.bytes })
      : problem(answer.status, answer.problem);
  });
}
