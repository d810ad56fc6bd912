import type { Metadata } from 'next';
import Form from 'next/form';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { requireTeacher } from '@/server/access/account/viewer';
import { find } from '@/server/access/school/find';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Link } from '@/ui/link';
import { NamedList } from '@/ui/named-list';
import { Sheet } from '@/ui/page-frame';

export const metadata: Metadata = { title: 'Find' };

/** Students, lines, classes and pages by a word of their names. */
export default async function FindPage({
  searchParams,
}: {
  readonly searchParams: Promise<{ readonly words?: string | string[] }>;
}) {
  const viewer = await requireTeacher();
  const found = await find(viewer, (await searchParams).words);
  const count = found
    ? found.students.length + found.classes.length + found.lines.length + found.pages.length
    : 0;
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mx-auto max-w-3xl space-y-5">
        <h1 className="font-serif text-3xl font-bold">Find</h1>
        <Form action="/find" className="grid grid-cols-[1fr_auto] items-end gap-3">
          <Field
            label="Students, lines, classes, what is new on a page"
            name="words"
            type="search"
            defaultValue={found?.words}
          />
          <Button type="submit" weight="main">
            Find
          </Button>
        </Form>
        {found && (
          <Sheet>
            <p role="status" className="mb-2 text-faint">
              {count === 0 ? `Nothing has “${found.words}” in it.` : `Found for “${found.words}”:`}
            </p>
            <NamedList name="Students" level={2} className="divide-y divide-rule">
              {found.students.map(({ id, name, className }) => (
                <Row key={id} href={`/students/${id}`} name={name} note={className} />
              ))}
            </NamedList>
            <NamedList name="Lines" level={2} className="divide-y divide-rule">
              {found.lines.map(({ id, number, title, bookTitle, contentHash }) => (
                <Row
                  key={id}
                  href={contentHash ? `/shelf/${id}` : `/shelf/${id}/write`}
                  name={`${number} ${title}`}
                  note={bookTitle}
                />
              ))}
            </NamedList>
            <NamedList name="Classes" level={2} className="divide-y divide-rule">
              {found.classes.map(({ id, name }) => (
                <Row key={id} href={`/classes/${id}`} name={name} note="" />
              ))}
            </NamedList>
            <NamedList name="Pages" level={2} className="divide-y divide-rule">
              {found.pages.map(({ bookId, bookTitle, page, whatsNew }) => (
                <Row
                  key={`${bookId} ${page}`}
                  href={`/shelf?${new URLSearchParams({ book: bookId, search: whatsNew })}`}
                  name={`${bookTitle}, page ${page}`}
                  note={whatsNew}
                />
              ))}
            </NamedList>
          </Sheet>
        )}
      </div>
    </SignedInFrame>
  );
}

function Row({ href, name, note }: { readonly href: string; readonly name: string; readonly note: string }) {
  return (
    <li>
      <Link href={href} className="flex min-h-11 flex-wrap items-center gap-x-4 px-1 hover:bg-cool-wash">
        <strong>{name}</strong> <span className="text-faint">{note}</span>
      </Link>
    </li>
  );
}
