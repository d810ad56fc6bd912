/** The windows that a student's page must fit in. */
export const SIZES = [
  { name: 'phone', width: 390, height: 844 },
  { name: 'phone, lying', width: 844, height: 390 },
  { name: 'tablet', width: 820, height: 1180 },
  { name: 'laptop', width: 1280, height: 650 },
  // What is left of 1280×800 at 200 %.
  { name: 'twice as large', width: 640, height: 400 },
] as const;
