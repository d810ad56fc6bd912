import { existsSync, readdirSync, readFileSync } from 'node:fs';
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

let used: readonly UsedPackage[] | undefined;

/** Every package that the application asks for, from what is installed; read once. */
export function usedPackages(): readonly UsedPackage[] {
  const { dependencies } = JSON.parse(read('package.json')) as { dependencies: Record<string, string> };
  used ??= Object.keys(dependencies).map((name) => packageAt(name, join('node_modules', name)));
  return used;
}

let all: readonly UsedPackage[] | undefined;

/** These, and every package that they are made with themselves. What is not installed on this machine is not there. */
export function allPackages(): readonly UsedPackage[] {
  const { packages } = JSON.parse(read('package-lock.json')) as {
    packages: Record<string, { dev?: boolean; devOptional?: boolean }>;
  };
  all ??= Object.entries(packages).flatMap(([path, { dev, devOptional }]) =>
    path.startsWith('node_modules/') && !dev && !devOptional && existsSync(join(path, 'package.json'))
      ? [packageAt(path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length), path)]
      : [],
  );
  return all;
}

function packageAt(name: string, folder: string): UsedPackage {
  const { version, license } = JSON.parse(read(join(folder, 'package.json'))) as {
    version: string;
    license?: string;
  };
  const own = readdirSync(folder).filter((file) => LICENCE_FILE.test(file));
  return {
    name,
    version,
    licence: license ?? 'see its text',
    texts: [...own.map((file) => join(folder, file)), ...(KEPT_TEXTS[name] ?? [])].map(read),
  };
}

/** The licence of the sampled sounds, and what they are cut from. */
export const soundsNotice = (): string => read('public/sounds/LICENCE.txt');
