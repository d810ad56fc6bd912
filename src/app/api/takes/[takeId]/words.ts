import type { SenderWords } from '@/app/_components/request';

/** What a student is told whose recording cannot be taken in. */
export const TAKE_WORDS: SenderWords = {
  signedOut: 'You are signed out. Sign in again: your recording waits on this device.',
  fromElsewhere: 'The recording came from another site.',
  gone: 'This line is no longer on your list. Ask your teacher.',
  full: 'The school’s server has no room left. Your recording waits on this device: tell your teacher.',
};
