import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { brotliCompressSync, brotliDecompressSync } from 'node:zlib';

/** Facts that take long to make and that many checks begin with. `npm run keep-facts` makes those that are missing. */
const FOLDER = resolve('tests/kept');
const MAY_MAKE = process.env.MEVLO_KEEP_FACTS === '1';

const pathOf = (kind: string, name: string) => join(FOLDER, kind, `${name}.json.br`);

/**
 * Facts by their name, made once and kept in the repository.
 * @param isCurrent whether they are what would be made today, as far as their version says.
 * @throws Error when they are not there, or of an earlier version, and this is not the run that makes them.
 */
export async function keptFacts<Facts>(
  kind: string,
  name: string,
  make: () => Facts | Promise<Facts>,
  isCurrent: (facts: Facts) => boolean = () => true,
): Promise<Facts> {
  const kept = maybeKept<Facts>(kind, name);
  if (kept !== undefined && isCurrent(kept)) return kept;
  if (!MAY_MAKE)
    throw new Error(
      `${kept === undefined ? 'There are no kept facts' : 'The kept facts are of an earlier version'} for ${kind}/${name}: run "npm run keep-facts" and commit what it makes.`,
    );
  const facts = await make();
  mkdirSync(join(FOLDER, kind), { recursive: true });
  writeFileSync(pathOf(kind, name), brotliCompressSync(JSON.stringify(facts)));
  return facts;
}

/** Kept facts as they lie there; undefined when there are none. */
export function maybeKept<Facts>(kind: string, name: string): Facts | undefined {
  const path = pathOf(kind, name);
  if (!existsSync(path)) return undefined;
  return JSON.parse(brotliDecompressSync(readFileSync(path)).toString('utf8')) as Facts;
}
