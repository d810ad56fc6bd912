import type { ReactNode } from 'react';
import { Link } from '@/ui/link';
import { SignOut } from '@/ui/sign-out';

interface PageFrameProps {
  readonly viewer?: { readonly name: string; readonly role: 'teacher' | 'student' };
  readonly signOut?: () => Promise<void>;
  /** Beside the name, in the edge. */
  readonly aside?: ReactNode;
  /** What the page is for, in a few sentences. */
  readonly help?: string | undefined;
  readonly children: ReactNode;
}

const TEACHER_PLACES = [
  ['/desk', 'Desk'],
  ['/shelf', 'Shelf'],
  ['/plans', 'Plans'],
  ['/classes', 'Classes'],
  ['/metronome', 'Metronome'],
  ['/find', 'Find'],
] as const;
const STUDENT_PLACES = [
  ['/practice', 'My lines'],
  ['/my-book', 'My book'],
  ['/my-record', 'My record'],
  ['/metronome', 'Metronome'],
] as const;

/** Every page: a slim edge above, then the desk on which the sheets lie. */
export function PageFrame({ viewer, signOut, aside, help, children }: PageFrameProps) {
  const places = viewer?.role === 'teacher' ? TEACHER_PLACES : viewer ? STUDENT_PLACES : [];
  return (
    <>
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:bg-paper focus:p-3">
        Skip to the page
      </a>
      <header className="border-b-2 border-rule bg-paper print:hidden">
        <div className="mx-auto flex min-h-14 max-w-[1240px] flex-wrap items-center gap-x-6 px-4 max-lg:gap-x-2">
          <Link href="/" className="inline-flex min-h-11 items-center font-serif text-2xl font-bold italic">
            Mevlo
          </Link>
          <nav aria-label="Places" className="flex flex-wrap gap-x-1 max-sm:order-last max-sm:w-full">
            {places.map(([href, name]) => (
              <Link
                key={href}
                href={href}
                className="inline-flex min-h-11 items-center rounded-md px-3 hover:bg-cool-wash max-lg:px-2 max-sm:px-1.5 max-sm:text-base"
              >
                {name}
              </Link>
            ))}
          </nav>
          {help !== undefined && <PageHelp says={help} />}
          {aside && <div className={help === undefined ? 'ml-auto' : ''}>{aside}</div>}
          {viewer && signOut && (
            <div className={`flex flex-wrap items-center gap-3 ${aside || help ? '' : 'ml-auto'}`}>
              {viewer.role === 'teacher' ? (
                <Link href="/account" className="inline-flex min-h-11 items-center text-faint max-sm:hidden">
                  {viewer.name}
                </Link>
              ) : (
                <span className="text-faint max-lg:hidden">{viewer.name}</span>
              )}
              <SignOut signOut={signOut} />
            </div>
          )}
        </div>
      </header>
      <main id="main" className="mx-auto max-w-[1240px] px-4 py-5 max-sm:px-2">
        {children}
      </main>
      <footer className="mx-auto max-w-[1240px] px-4 pb-4 text-base text-faint print:hidden">
        <Link href="/notices" className="inline-flex min-h-11 items-center underline underline-offset-4">
          Notices
        </Link>
      </footer>
    </>
  );
}

/** A question mark that says what the page is for. */
function PageHelp({ says }: { readonly says: string }) {
  return (
    <details className="relative ml-auto">
      <summary
        aria-label="What is this page for?"
        className="flex size-11 cursor-pointer list-none items-center justify-center rounded-full border-2 border-ink font-bold hover:bg-cool-wash"
      >
        ?
      </summary>
      <p className="absolute right-0 z-30 mt-2 w-80 max-sm:fixed max-sm:inset-x-2 max-sm:w-auto border-2 border-ink bg-paper p-4 shadow-lg">
        {says}
      </p>
    </details>
  );
}

/** A sheet of paper on the desk. */
export function Sheet({
  children,
  className = '',
}: {
  readonly children: ReactNode;
  readonly className?: string;
}) {
  return (
    <section
      className={`rounded-sm border border-rule bg-paper p-5 shadow-[0_2px_6px_rgb(60_50_30/0.12)] max-sm:p-3 ${className}`}
    >
      {children}
    </section>
  );
}
