// Demo people and real ones never share a folder. Imported first: `paths.mjs` reads what is set here.
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const IS_DEMO = process.env.MEVLO_DEMO !== '0';
const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
if (IS_DEMO) process.env.MEVLO_DATA ??= join(ROOT, '.data', 'demo');
