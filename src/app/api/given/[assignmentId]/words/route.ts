import { z } from 'zod';
import { forSender, parseJson, problem, readBody } from '@/app/_components/request';
import { describeIssue } from '@/core/base';
import { sayStageDone } from '@/server/access/practice/to-play';

const MAXIMUM_WORD_BYTES = 2000;
const wordForm = z.object({ id: z.uuid(), stage: z.string().min(1).max(160) });

const WORDS = {
  signedOut: 'You are signed out. Sign in again: what you said waits on this device.',
  fromElsewhere: 'This is said on the stand.',
  gone: 'Your teacher has taken this line back.',
  full: 'The school’s computer is full. What you said waits on this device.',
};

/** A student's own word on a step that cannot be heard; the same word again changes nothing. */
export function POST(
  request: Request,
  { params }: { readonly params: Promise<{ readonly assignmentId: string }> },
): Promise<Response> {
  return forSender(request, WORDS, async (viewer) => {
    const body = await readBody(request, MAXIMUM_WORD_BYTES);
    const read = wordForm.safeParse(body && parseJson(body));
    if (!read.success) return problem(400, 'This came without saying which step went well.');
    const { id, stage } = read.data;
    const said = await sayStageDone(viewer, (await params).assignmentId, stage, id);
    return said.ok ? Response.json({}) : problem(400, said.issues.map(describeIssue).join(' '));
  });
}
