import { forSender, parseJson, problem, readBody } from '@/app/_components/request';
import { describeIssue } from '@/core/base';
import { dayOf } from '@/core/calendar';
import { notePractice, TOO_OFTEN } from '@/server/access/practice/book';

const MAXIMUM_SPELL_BYTES = 2000;

const WORDS = {
  signedOut: 'You are signed out. Sign in again: what you practised waits on this device.',
  fromElsewhere: 'This is sent by the stand.',
  gone: 'This is no student’s.',
  full: 'The school’s computer is full. What you practised waits on this device.',
};

/** A stretch of practice for the student's book; the same again changes nothing. */
export function POST(request: Request): Promise<Response> {
  return forSender(request, WORDS, async (viewer) => {
    const body = await readBody(request, MAXIMUM_SPELL_BYTES);
    const noted = await notePractice(viewer, body && parseJson(body), dayOf(new Date()));
    if (noted.ok) return Response.json({});
    const isForNow = noted.issues.some(({ code }) => code === TOO_OFTEN);
    return problem(isForNow ? 429 : 400, noted.issues.map(describeIssue).join(' '));
  });
}
