/** The teacher's word on a take. */
export const ANSWERS = ['accepted', 'again', 'see-me'] as const;
export type Answer = (typeof ANSWERS)[number];

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
