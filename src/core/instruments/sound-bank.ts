/** The small sound banks under public/sounds. Cut from FluidR3Mono GM (MIT), see scripts/cut-sounds.mjs. */
export const BANK_NAMES = [
  'bagpipe',
  'cello',
  'clarinet',
  'drums',
  'flute',
  'guitar',
  'harp',
  'horn',
  'oboe',
  'piano',
  'recorder',
  'reed-organ',
  'saxophone',
  'trombone',
  'trumpet',
  'tuba',
  'viola',
  'violin',
  'voice',
] as const;
export type BankName = (typeof BANK_NAMES)[number];
