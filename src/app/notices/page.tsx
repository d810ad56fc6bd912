import type { Metadata } from 'next';
import { PageFrame, Sheet } from '@/ui/page-frame';
import { soundsNotice, usedPackages } from './packages';

export const metadata: Metadata = { title: 'Notices' };
const TEXT = 'mt-2 max-h-96 overflow-auto whitespace-pre-wrap border-l-4 border-rule pl-3 text-sm';

export default function NoticesPage() {
  return (
    <PageFrame>
      <Sheet className="mx-auto max-w-3xl">
        <h1 className="mb-2 font-serif text-3xl font-bold">Notices</h1>
        <p className="mb-4">
          Mevlo is made with the work of others. Here is what it contains, and under which terms.
        </p>
        <ul className="divide-y divide-rule">
          {usedPackages().map(({ name, version, licence, texts }) => (
            <li key={name} className="py-2">
              <Notice title={`${name} ${version}`} licence={licence} texts={texts} />
            </li>
          ))}
          <li className="py-2">
            <Notice title="Sampled sounds" licence="MIT" texts={[soundsNotice()]} />
          </li>
        </ul>
        <p className="mt-4">
          <a href="/notices/all" className="text-cool underline underline-offset-4">
            All of it, with everything that these are made with themselves, as a text
          </a>
        </p>
      </Sheet>
    </PageFrame>
  );
}

function Notice({
  title,
  licence,
  texts,
}: {
  readonly title: string;
  readonly licence: string;
  readonly texts: readonly string[];
}) {
  if (texts.length === 0)
    return (
      <p>
        <strong>{title}</strong>, {licence}
      </p>
    );
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2.5">
        <strong>{title}</strong>, {licence}
      </summary>
      {texts.map((text) => (
        // A long text is scrolled with the keyboard, too.
        // biome-ignore lint/a11y/noNoninteractiveTabindex: see above
        <pre key={text.slice(0, 80)} tabIndex={0} className={TEXT}>
          {text}
        </pre>
      ))}
    </details>
  );
}
