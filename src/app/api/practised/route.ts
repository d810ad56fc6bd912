import { forOutbox } from '@/app/_components/request';
import { dayOf } from '@/core/calendar';
import { notePractice } from '@/server/access/practice/book';

const WORDS = {
  signedOut: 'You are signed out. Sign in again: what you practised waits on this device.',
  fromElsewhere: 'This is sent by the stand.',
  gone: 'This is no student’s.',
  full: 'The school’s computer is full. What you practised waits on this device.',
};

/** A stretch of practice for the student's book; the same again changes nothing. */
export function POST(request: Request): Promise<Response> {
  return forOutbox(request, WORDS, (viewer, sent) => notePractice(viewer, sent, dayOf(new Date())));
}
