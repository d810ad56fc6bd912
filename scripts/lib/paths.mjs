import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
/** Everything that is not in the repository: lock, passwords, database. MEVLO_DATA moves it, as the tests do. */
export const DATA = process.env.MEVLO_DATA ?? join(ROOT, '.data');
