import type { Metadata } from 'next';
import { maybeInvitation } from '@/server/access/account/invitations';
import { Link } from '@/ui/link';
import { PageFrame, Sheet } from '@/ui/page-frame';
import { JoinForm } from './join-form';

export const metadata: Metadata = { title: 'Invitation', referrer: 'no-referrer' };

/** Whoever was invited makes an account. */
export default async function InvitationPage({
  params,
}: {
  readonly params: Promise<{ readonly token: string }>;
}) {
  const { token } = await params;
  const invitation = await maybeInvitation(token);
  return (
    <PageFrame>
      <div className="mx-auto max-w-md pt-6">
        <Sheet>
          {invitation ? (
            <>
              <h1 className="mb-2 font-serif text-3xl font-bold">Come and teach with Mevlo</h1>
              <p className="mb-4">
                {invitation.invitedBy ?? 'A colleague'} has invited you. You will sign in as{' '}
                <strong>{invitation.email}</strong>.
              </p>
              <JoinForm token={token} />
            </>
          ) : (
            <>
              <h1 className="mb-2 font-serif text-3xl font-bold">This invitation opens nothing</h1>
              <p className="mb-4">
                It was used already, or is too old. Ask whoever sent it for a new one; if you have made your
                account,{' '}
                <Link href="/sign-in" className="font-bold text-cool underline underline-offset-4">
                  sign in
                </Link>
                .
              </p>
            </>
          )}
        </Sheet>
      </div>
    </PageFrame>
  );
}
