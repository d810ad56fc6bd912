import { auth } from '@/server/auth/auth';

/** Signs somebody in for real. @returns what the browser would keep of it, as it would send it. */
export async function sessionCookieOf(email: string, secret: string): Promise<string> {
  const answer = await auth().api.signInEmail({ body: { email, password: secret }, asResponse: true });
  return answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0]!)
    .join('; ');
}
