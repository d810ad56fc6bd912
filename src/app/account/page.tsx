import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { getOwnAccount } from '@/server/access/account/account';
import { requireTeacher } from '@/server/access/account/viewer';
import { Link } from '@/ui/link';
import { Sheet } from '@/ui/page-frame';
import { RemoveAccountForm } from './account-forms';

export const metadata: Metadata = { title: 'Account' };

/** A teacher's own account. */
export default async function AccountPage() {
  const viewer = await requireTeacher();
  const { email, classes, isHead } = await getOwnAccount(viewer);
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mx-auto max-w-2xl space-y-5">
        <Sheet>
          <h1 className="mb-2 font-serif text-3xl font-bold">{viewer.name}</h1>
          <p>You sign in as {email}.</p>
          {isHead && (
            <p className="mt-3">
              You look after this installation.{' '}
              <Link href="/installation" className="font-bold text-cool underline underline-offset-4">
                How it stands
              </Link>
            </p>
          )}
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
