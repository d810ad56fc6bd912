import type { Answer } from '../practice';

/** What a teacher records for a take: an answer in words, or the line as it should sound. */
export const VOICE_KINDS = ['spoken', 'played'] as const;
export type VoiceKind = (typeof VOICE_KINDS)[number];

/** To the student. */
export function sayAnswer(answer: Answer): string {
  switch (answer) {
    case 'accepted':
      return 'Accepted.';
    case 'again':
      return 'Once more, please.';
    case 'see-me':
      return 'Come and see me with this one.';
  }
}
