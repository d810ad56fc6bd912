import 'server-only';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { auth } from '@/server/auth/auth';
import { isInClass } from '@/server/db/queries/accounts';

/** Who asks. Every function of this folder takes one and returns no more than that person may see. */
export interface Viewer {
  readonly userId: string;
  readonly name: string;
  readonly role: 'teacher' | 'student';
}

/** Thrown for what is not there and for what is not theirs alike, so that nothing can be guessed. */
export class NotFound extends Error {}

export async function maybeViewer(): Promise<Viewer | undefined> {
  const session = await auth().api.getSession({ headers: await headers() });
  if (!session) return undefined;
  const { id, name, role } = session.user;
  if (role !== 'teacher' && role !== 'student') return undefined;
  // Who has left, or whose class was put away, is out at once.
  if (role === 'student' && !(await isInClass(id))) return undefined;
  return { userId: id, name, role };
}

/** Thrown to a form whose sender is signed out: its page stays, with everything typed in it. */
export class SignedOut extends Error {
  /** What the form knows it by; `SIGNED_OUT` of ui/form. */
  readonly digest = 'mevlo-signed-out';
}

/** The signed-in person. @throws SignedOut to a form; anybody else is sent to the sign-in page. */
export async function requireViewer(): Promise<Viewer> {
  const viewer = await maybeViewer();
  if (viewer) return viewer;
  if ((await headers()).has('next-action')) throw new SignedOut('Nobody is signed in.');
  return redirect('/sign-in');
}

export async function requireTeacher(): Promise<Viewer> {
  const viewer = await requireViewer();
  if (viewer.role !== 'teacher') redirect('/');
  return viewer;
}

export async function requireStudent(): Promise<Viewer> {
  const viewer = await requireViewer();
  if (viewer.role !== 'student') redirect('/');
  return viewer;
}

/** @throws NotFound unless the viewer is a teacher. */
export function assertTeacher(viewer: Viewer): void {
  if (viewer.role !== 'teacher') throw new NotFound();
}
