/** Who rates a take. */
export const VOICES = ['own', 'measured', 'teacher'] as const;
export type Voice = (typeof VOICES)[number];

/** One quality of one take, by those who have rated it. */
export type RatedPoint = Readonly<Partial<Record<Voice, number | undefined>>>;
