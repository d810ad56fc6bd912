import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayOf } from '@/core/calendar';
import { getOwnAccount } from '@/server/access/account/account';
import { listOwnDevices } from '@/server/access/account/settings';
import { requireTeacher } from '@/server/access/account/viewer';
import { sayDay } from '@/server/access/school/dates';
import { Link } from '@/ui/link';
import { Sheet } from '@/ui/page-frame';
import { EmailForm, NameForm, PasswordForm, RemoveAccountForm, SignedInDevices } from './account-forms';
import { deviceName } from './device-name';

export const metadata: Metadata = { title: 'Account' };

/** A teacher's own account. */
export default async function AccountPage() {
  const viewer = await requireTeacher();
  const [{ email, classes, isHead }, devices] = await Promise.all([
    getOwnAccount(viewer),
    listOwnDevices(viewer),
  ]);
  const today = dayOf(new Date());
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mx-auto grid max-w-5xl items-start gap-5 md:grid-cols-2">
        <Sheet>
          <h1 className="mb-2 font-serif text-3xl font-bold">{viewer.name}</h1>
          <p className="mb-4">You sign in as {email}.</p>
          {isHead && (
            <p className="mb-4 border-l-4 border-cool pl-3">
              You look after this installation: colleagues, letters, backups.{' '}
              <Link href="/installation" className="font-bold text-cool underline underline-offset-4">
                How it stands
              </Link>
            </p>
          )}
          <NameForm name={viewer.name} />
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Signed in</h2>
          <SignedInDevices
            devices={devices.map(({ id, signedInAt, userAgent, isThis }) => ({
              id,
              name: deviceName(userAgent),
              since: sayDay(dayOf(signedInAt), today),
              isThis,
            }))}
          />
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Password</h2>
          <PasswordForm />
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">E-mail address</h2>
          <EmailForm />
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Remove the account</h2>
          <p className="mb-3">
            {classes.length === 0
              ? 'Your books and lines go with it.'
              : `Your books and lines go with it, and so do ${classes.join(', ')}: everybody in them, with every recording, verdict and answer. Take them out first.`}{' '}
            Nothing of it can come back.
          </p>
          <RemoveAccountForm email={email} />
        </Sheet>
      </div>
    </SignedInFrame>
  );
}
