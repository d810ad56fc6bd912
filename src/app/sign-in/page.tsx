import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { ForgetGone } from '@/app/_components/device/forget-gone';
import { Offline } from '@/app/_components/device/offline';
import { demoSignIns, isFirstStart } from '@/server/access/account/sign-in';
import { maybeViewer } from '@/server/access/account/viewer';
import { PageFrame, Sheet } from '@/ui/page-frame';
import { DemoDoors, FirstTeacherForm, SignInForms } from './sign-in-forms';

export const metadata: Metadata = { title: 'Come in' };

/** What a sign-in card's QR code fills in. */
interface SignInPageProps {
  readonly searchParams: Promise<{ readonly class?: string | string[]; readonly user?: string | string[] }>;
}

export default async function SignInPage({ searchParams }: SignInPageProps) {
  const { class: classCode, user: userName } = await searchParams;
  if (await maybeViewer()) redirect('/');
  const [demo, isFirst] = [demoSignIns(), await isFirstStart()];
  return (
    <PageFrame>
      <Offline isKept={false} />
      <ForgetGone />
      <div className="mx-auto grid max-w-4xl gap-6 pt-6 md:grid-cols-2">
        <div className="md:col-span-2">
          <h1 className="font-serif text-4xl font-bold">One line. Play it. See every measure.</h1>
          <p className="mt-2 text-lg">
            Your teacher gives you a line; you play it; Mevlo shows what was right and what to do next.
          </p>
        </div>
        <Sheet>
          {isFirst ? (
            <>
              <h2 className="mb-4 text-xl font-bold">You are the first here: make the first teacher</h2>
              <FirstTeacherForm />
            </>
          ) : (
            <SignInForms card={{ classCode: one(classCode), userName: one(userName) }} />
          )}
        </Sheet>
        {demo && (
          <Sheet>
            <h2 className="mb-1 text-xl font-bold">Look around</h2>
            <p className="mb-4 text-faint">This is a demo with made-up people. Come in as one of them:</p>
            <DemoDoors {...demo} />
          </Sheet>
        )}
      </div>
    </PageFrame>
  );
}

const one = (value: string | string[] | undefined) => (typeof value === 'string' ? value : undefined);
