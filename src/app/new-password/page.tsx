import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { PageFrame, Sheet } from '@/ui/page-frame';
import { AskForm } from './password-forms';

export const metadata: Metadata = { title: 'A new password' };

/** For a teacher who lost the password; students ask their teacher for a new card. */
export default function AskForPasswordPage() {
  return (
    <PageFrame>
      <div className="mx-auto max-w-md pt-6">
        <Sheet>
          <h1 className="mb-2 font-serif text-3xl font-bold">A new password</h1>
          <p className="mb-4">
            Mevlo sends you a letter with a link. Where your school has no mail server, whoever looks after
            Mevlo has the link for you. Students ask their teacher for a new card.
          </p>
          <AskForm />
          <p className="mt-4">
            <Link href="/sign-in" className="text-cool underline underline-offset-4">
              Back to the door
            </Link>
          </p>
        </Sheet>
      </div>
    </PageFrame>
  );
}
