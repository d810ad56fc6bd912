import type { Metadata } from 'next';
import { maybePasswordLink } from '@/server/access/account/new-password';
import { ButtonLink } from '@/ui/button';
import { PageFrame, Sheet } from '@/ui/page-frame';
import { ChooseForm } from '../password-forms';

export const metadata: Metadata = { title: 'A new password', referrer: 'no-referrer' };

/** Whoever has the link chooses a new password. */
export default async function ChoosePasswordPage({
  params,
}: {
  readonly params: Promise<{ readonly token: string }>;
}) {
  const { token } = await params;
  const link = await maybePasswordLink(token);
  return (
    <PageFrame>
      <div className="mx-auto max-w-md pt-6">
        <Sheet>
          <h1 className="mb-2 font-serif text-3xl font-bold">
            {link ? 'Choose a new password' : 'This link opens nothing'}
          </h1>
          {link ? (
            <>
              <p className="mb-4">For {link.email}.</p>
              <ChooseForm token={token} />
            </>
          ) : (
            <>
              <p className="mb-4">It was used already, or is too old.</p>
              <ButtonLink href="/new-password">Ask for a new one</ButtonLink>
            </>
          )}
        </Sheet>
      </div>
    </PageFrame>
  );
}
