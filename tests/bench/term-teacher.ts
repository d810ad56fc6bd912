/** The teacher of the bench's school term. */
export const TERM_TEACHER = {
  name: 'Marit Quenby',
  email: 'marit.quenby@mevlo.example',
  password: 'eleven-lanterns',
} as const;
