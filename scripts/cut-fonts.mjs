// Cuts the letters that nearly every page uses out of the fonts, so that a first visit loads half as much; the rest comes from the
// packages when a page has such a letter. Run by hand when the fonts change: node scripts/cut-fonts.mjs
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import subsetFont from 'subset-font';
import { ROOT } from './lib/paths.mjs';

const FONTS = [
  'atkinson-hyperlegible-latin-400-normal',
  'atkinson-hyperlegible-latin-700-normal',
  'tinos-latin-400-normal',
  'tinos-latin-400-italic',
  'tinos-latin-700-normal',
];
/** Printable ASCII, and the signs that Mevlo's own words use. These ranges and those of the serif font stand in src/app/fonts/fonts.css as well. */
const PLAIN = `${String.fromCharCode(...Array.from({ length: 95 }, (_, n) => 32 + n))}\u00a0©·×–—‘’“”…−`;

/** The serif font writes titles, counts and words of music: signs of arithmetic and programs are not among them. */
const SERIF = [...PLAIN].filter((sign) => !'"#$%*+/<=>@[\\]^_`{|}~©×−'.includes(sign)).join('');

const folder = join(ROOT, 'src/app/fonts');
mkdirSync(folder, { recursive: true });
for (const name of FONTS) {
  const family = name.slice(0, name.indexOf('-latin'));
  const whole = readFileSync(join(ROOT, `node_modules/@fontsource/${family}/files/${name}.woff2`));
  const letters = family === 'tinos' ? SERIF : PLAIN;
  const plain = await subsetFont(whole, letters, { targetFormat: 'woff2' });
  writeFileSync(join(folder, `${name.replace('-latin', '')}-plain.woff2`), plain);
  process.stdout.write(`${name}: ${whole.length} bytes, plain ${plain.length}\n`);
}
