import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Somebody else's work that is part of the application. */
export interface UsedPackage {
  readonly name: string;
  readonly version: string;
  readonly licence: string;
  /** Texts that come with it. */
  readonly texts: readonly string[];
}

const LICENCE_FILE = /^(licen[cs]e|copying|notice)(\.(md|txt))?$/i;
/** Texts that a package asks for and does not bring. */
const KEPT_TEXTS: Readonly<Record<string, readonly string[]>> = {
  verovio: ['docs/licences/LGPL-3.0.txt', 'docs/licences/GPL-3.0.txt'],
};

const read = (path: string) => readFileSync(path, 'utf8');

/** Every package that the application is made with, from what is installed; read when the application is built. */
export function usedPackages(): readonly UsedPackage[] {
  const { dependencies } = JSON.parse(read('package.json')) as { dependencies: Record<string, string> };
  return Object.keys(dependencies).map((name) => {
    const folder = join('node_modules', name);
    const { version, license } = JSON.parse(read(join(folder, 'package.json'))) as {
      version: string;
      license: string;
    };
    const own = readdirSync(folder).filter((file) => LICENCE_FILE.test(file));
    return {
      name,
      version,
      licence: license,
      texts: [...own.map((file) => join(folder, file)), ...(KEPT_TEXTS[name] ?? [])].map(read),
    };
  });
}

/** The licence of the sampled sounds, and what they are cut from. */
export const soundsNotice = (): string => read('public/sounds/LICENCE.txt');
