import 'server-only';
import { randomBytes } from 'node:crypto';
import { cookies, headers } from 'next/headers';
import { configuration } from '@/server/base/configuration';

const COOKIE = 'mevlo-device';
const TOKEN = /^[0-9a-f]{64}$/;
const YEAR_SECONDS = 31_536_000;

/** By what the device of whoever asks is known again; undefined for one that never was here. */
export async function maybeDevice(): Promise<string | undefined> {
  const token = (await cookies()).get(COOKIE)?.value;
  return token !== undefined && TOKEN.test(token) ? token : undefined;
}

/** Marks the device, if it is not marked. @param known what it is marked with. @returns its mark. */
export async function ownDevice(known: string | undefined): Promise<string> {
  const token = known ?? randomBytes(32).toString('hex');
  (await cookies()).set(COOKIE, token, {
    httpOnly: true,
    sameSite: 'lax',
    secure: configuration().isSecure,
    path: '/',
    maxAge: YEAR_SECONDS,
  });
  return token;
}

/** Set by the web process for every request, whatever the request says. */
const ADDRESS = 'x-mevlo-from';

/** The address of the net that a request comes from. */
export async function addressOfSender(): Promise<string> {
  return `address ${(await headers()).get(ADDRESS) ?? 'unknown'}`;
}
