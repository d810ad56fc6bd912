import { z } from 'zod';
import { forOutbox } from '@/app/_components/request';
import { failure } from '@/core/base';
import { sayStageDone } from '@/server/access/practice/to-play';

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
  return forOutbox(request, WORDS, async (viewer, sent) => {
    const read = wordForm.safeParse(sent);
    if (!read.success)
      return failure({ code: 'no-step', message: 'This came without saying which step went well.' });
    return sayStageDone(viewer, (await params).assignmentId, read.data.stage, read.data.id);
  });
}
