import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureDebianPackages, ensureNpmPackages, requireNode } from './packages.mjs';
import { DATA } from './paths.mjs';

/** Everything that must be there before any other script of the project can run. */
export async function setUp(needs = {}) {
  requireNode();
  mkdirSync(DATA, { recursive: true });
  await ensureDebianPackages(needs);
  await ensureNpmPackages();
}

/** The key that signs session cookies: made once, kept with the data. */
export function sessionSecret() {
  const path = join(DATA, 'session-secret');
  if (!existsSync(path)) writeFileSync(path, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(path, 'utf8');
}
