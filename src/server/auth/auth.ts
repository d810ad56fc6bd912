import { betterAuth } from 'better-auth';
import { nextCookies } from 'better-auth/next-js';
import { configuration } from '@/server/base/configuration';
import { connection } from '@/server/db/connection';
import { hashSecret, verifySecret } from './secrets';

/** Who says that a device is their own stays signed in on it. */
const OWN_DEVICE_SECONDS = 60 * 24 * 60 * 60;
/** A school day and the evening after it; then a device that others use as well asks again. */
export const SHARED_DEVICE_SECONDS = 14 * 60 * 60;
/** The library is told no more than this; what a secret must be is said where it is made. */
const SHORTEST_SECRET = 4;

function createAuth() {
  const { address, isSecure, sessionSecret } = configuration();
  return betterAuth({
    appName: 'Mevlo',
    secret: sessionSecret,
    baseURL: address,
    trustedOrigins: [address, address.replace('127.0.0.1', 'localhost')],
    database: connection().pool,
    // Accounts are made by `accounts` alone, and attempts are limited per account there.
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: SHORTEST_SECRET,
      password: { hash: hashSecret, verify: verifySecret },
    },
    rateLimit: { enabled: false },
    user: { additionalFields: { role: { type: 'string', required: true, input: false } } },
    // A session ends when it was said to: using it does not make it longer.
    session: { expiresIn: OWN_DEVICE_SECONDS, disableSessionRefresh: true },
    advanced: { cookiePrefix: 'mevlo', useSecureCookies: isSecure },
    telemetry: { enabled: false },
    // A mistyped PIN is everyday life, not a warning.
    logger: { level: 'error' },
    plugins: [nextCookies()],
  });
}

type Auth = ReturnType<typeof createAuth>;
const instances = new WeakMap<ReturnType<typeof connection>['pool'], Auth>();

/** Created at first use, for the database of now: a build has none. */
export function auth(): Auth {
  const { pool } = connection();
  const known = instances.get(pool);
  if (known) return known;
  const created = createAuth();
  instances.set(pool, created);
  return created;
}
