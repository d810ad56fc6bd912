import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { requireTeacher } from '@/server/access/account/viewer';
import { listClasses } from '@/server/access/school/classes';
import { listAskedToHelp } from '@/server/access/school/co-teachers';
import { listArchivedClasses } from '@/server/access/school/roster';
import { Link } from '@/ui/link';
import { Sheet } from '@/ui/page-frame';
import { AskedToHelp, NewClassForm } from './class-forms';

export const metadata: Metadata = { title: 'Classes' };

export default async function ClassesPage() {
  const viewer = await requireTeacher();
  const [classes, archived, asked] = await Promise.all([
    listClasses(viewer),
    listArchivedClasses(viewer),
    listAskedToHelp(viewer),
  ]);
  return (
    <SignedInFrame viewer={viewer}>
      <div className="grid items-start gap-5 md:grid-cols-[1fr_320px]">
        <Sheet>
          <h1 className="mb-3 text-2xl font-bold">Classes</h1>
          {asked.length > 0 && <AskedToHelp asked={asked} />}
          <ul className="divide-y divide-rule">
            {classes.map(({ id, name, code, studentCount }) => (
              <li key={id}>
                <Link
                  href={`/classes/${id}`}
                  className="flex min-h-14 flex-wrap items-center justify-between gap-4 px-1 hover:bg-cool-wash"
                >
                  <strong>{name}</strong>
                  <span>
                    {studentCount} students · code <span className="font-bold">{code}</span>
                  </span>
                </Link>
              </li>
            ))}
          </ul>
          {classes.length === 0 && <p>No class yet.</p>}
          {archived.length > 0 && (
            <details className="mt-4">
              <summary className="min-h-11 cursor-pointer py-2.5 text-cool underline underline-offset-4">
                Put away ({archived.length})
              </summary>
              <ul>
                {archived.map(({ id, name }) => (
                  <li key={id}>
                    <Link
                      href={`/classes/${id}/roster`}
                      className="inline-flex min-h-11 items-center underline"
                    >
                      {name}
                    </Link>
                  </li>
                ))}
              </ul>
            </details>
          )}
        </Sheet>
        <Sheet>
          <h2 className="mb-3 text-xl font-bold">A new class</h2>
          <NewClassForm />
        </Sheet>
      </div>
    </SignedInFrame>
  );
}
