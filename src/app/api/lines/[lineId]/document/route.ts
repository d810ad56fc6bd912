import { forSender, parseJson, problem, readBody, type SenderWords } from '@/app/_components/request';
import { saveLine } from '@/server/access/shelf/writing';

/** A page of music with everything in it is far below this. */
const MAXIMUM_DOCUMENT_BYTES = 4_000_000;
const WORDS: SenderWords = {
  signedOut: 'You are signed out. Sign in again in another tab; what you wrote is kept here.',
  fromElsewhere: 'The line came from another site.',
  gone: 'This line is no longer on your shelf.',
  full: 'The school’s server has no room left; what you wrote is kept here.',
};

/** Stores what is on a writing desk. */
export function PUT(
  request: Request,
  { params }: { readonly params: Promise<{ readonly lineId: string }> },
): Promise<Response> {
  return forSender(request, WORDS, async (viewer) => {
    const body = await readBody(request, MAXIMUM_DOCUMENT_BYTES);
    if (!body) return problem(413, 'The line is too large to be stored.');
    const form = parseJson(body);
    if (form === undefined)
      return problem(400, 'The line came incomplete; it is sent again with the next change.');
    const saved = await saveLine(viewer, (await params).lineId, form);
    if (saved.kind === 'saved') return Response.json({ revision: saved.revision });
    if (saved.kind === 'refused') return problem(422, saved.problem);
    return problem(409, 'This line was changed in another window.');
  });
}
