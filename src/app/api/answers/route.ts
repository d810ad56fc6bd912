import { forOutbox } from '@/app/_components/request';
import { dayOf } from '@/core/calendar';
import { keepDrillAnswer } from '@/server/access/practice/drills';

const WORDS = {
  signedOut: 'You are signed out. Sign in again: what you answered waits on this device.',
  fromElsewhere: 'This is sent by the minute of reading.',
  gone: 'This is no student’s.',
  full: 'The school’s computer is full. What you answered waits on this device.',
};

/** An answer of a minute of reading; the same again changes nothing. */
export function POST(request: Request): Promise<Response> {
  return forOutbox(request, WORDS, (viewer, sent) => keepDrillAnswer(viewer, sent, dayOf(new Date())));
}
