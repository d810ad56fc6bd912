import type { Metadata } from 'next';
import Link from 'next/link';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { listClasses } from '@/server/access/classes';
import { requireTeacher } from '@/server/access/viewer';
import { Sheet } from '@/ui/page-frame';
import { NewClassForm } from './class-forms';

export const metadata: Metadata = { title: 'Classes' };

export default async function ClassesPage() {
  const viewer = await requireTeacher();
  const classes = await listClasses(viewer);
  return (
    <SignedInFrame viewer={viewer}>
      <div className="grid items-start gap-5 md:grid-cols-[1fr_320px]">
        <Sheet>
          <h1 className="mb-3 text-2xl font-bold">Classes</h1>
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
        </Sheet>
        <Sheet>
          <h2 className="mb-3 text-xl font-bold">A new class</h2>
          <NewClassForm />
        </Sheet>
      </div>
    </SignedInFrame>
  );
}
