import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayOf } from '@/core/calendar';
import { listInvitations } from '@/server/access/account/invitations';
import { requireTeacher } from '@/server/access/account/viewer';
import { getInstallation, getLetterBox, listTeachers } from '@/server/access/installation';
import { houseStyle, sayDay } from '@/server/access/school/dates';
import { Link } from '@/ui/link';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { Colleagues } from './colleagues';
import { DaysForm } from './days-form';
import { LetterBox } from './letter-box';

export const metadata: Metadata = { title: 'Installation' };

const GIGABYTE = 1e9;
const sayBytes = (bytes: number) =>
  bytes >= GIGABYTE ? `${(bytes / GIGABYTE).toFixed(1)} GB` : `${(bytes / 1e6).toFixed(1)} MB`;

const QUEUES: Readonly<Record<string, string>> = {
  'check-take': 'checks of takes',
  'finish-take': 'what comes after a check',
  'engrave-line': 'drawings',
  'rejudge-class': 'judging anew',
};
const STATES: Readonly<Record<string, string>> = {
  created: 'waiting',
  retry: 'to be tried again',
  active: 'at work',
  failed: 'given up',
};

/** How the installation stands, for the teacher who looks after it. */
export default async function InstallationPage() {
  const viewer = await requireTeacher();
  const { queue, size, disk, failures, backup, versions } = await orNotFound(getInstallation(viewer));
  const [teachers, invitations, box] = await Promise.all([
    listTeachers(viewer),
    listInvitations(viewer),
    getLetterBox(viewer),
  ]);
  const today = dayOf(new Date());
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mx-auto max-w-3xl space-y-5">
        <h1 className="font-serif text-3xl font-bold">How the installation stands</h1>
        {backup.isOld && (
          <Notice kind="problem">
            {backup.at
              ? `The last backup is of ${sayDay(dayOf(backup.at), today)}.`
              : 'No backup was made yet.'}{' '}
            How to make one stands in docs/operating.md.
          </Notice>
        )}
        {disk.isFull && (
          <Notice kind="problem">
            Only {sayBytes(disk.freeBytes)} are free on the disk. Keep recordings for fewer days, or make
            room.
          </Notice>
        )}
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Colleagues</h2>
          <Colleagues
            teachers={teachers.map(({ id, name, email }) => ({ id, name, email }))}
            invitations={invitations.map(({ id, email, expiresAt }) => ({
              id,
              email,
              until: sayDay(dayOf(expiresAt), today),
            }))}
            isSimulated={box.isSimulated}
          />
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Days</h2>
          <DaysForm style={houseStyle()} zones={Intl.supportedValuesOf('timeZone')} />
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Letter box</h2>
          <LetterBox {...box} today={today} />
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Work</h2>
          <p>
            {queue.waiting === 0
              ? 'No take waits for its check.'
              : `${queue.waiting} ${queue.waiting === 1 ? 'take waits' : 'takes wait'} for the check, the first for ${Math.round(queue.oldestWaitingSeconds)} seconds.`}
          </p>
          {queue.jobs.length > 0 && (
            <ul className="mt-2 list-disc pl-5">
              {queue.jobs.map(({ queue: name, state, count }) => (
                <li key={`${name} ${state}`}>
                  {QUEUES[name] ?? name}: {count} {STATES[state] ?? state}
                </li>
              ))}
            </ul>
          )}
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Checks that went wrong</h2>
          {failures.length === 0 ? (
            <p>None.</p>
          ) : (
            <ul className="divide-y divide-rule">
              {failures.map(({ id, problem, handedInAt }) => (
                <li key={id} className="py-2">
                  <span className="text-faint">
                    {sayDay(dayOf(handedInAt), today)}, take {id.slice(0, 8)}:
                  </span>{' '}
                  <code className="text-base break-words">{problem}</code>
                </li>
              ))}
            </ul>
          )}
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Room</h2>
          <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
            <dt>Recordings</dt>
            <dd>
              {size.recordings}, together {sayBytes(size.recordingBytes)}
            </dd>
            <dt>Database</dt>
            <dd>{sayBytes(size.databaseBytes)}</dd>
            <dt>Free on the disk of the web process</dt>
            <dd>{sayBytes(disk.freeBytes)}</dd>
            <dt>People</dt>
            <dd>
              {size.teachers} {size.teachers === 1 ? 'teacher' : 'teachers'}, {size.students} students,{' '}
              {size.takes} takes
            </dd>
          </dl>
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Versions</h2>
          <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
            {versions.map(([name, version]) => (
              <div key={name} className="contents">
                <dt>{name}</dt>
                <dd>{version}</dd>
              </div>
            ))}
            <dt>Last backup</dt>
            <dd>{backup.at ? sayDay(dayOf(backup.at), today) : 'none'}</dd>
          </dl>
        </Sheet>
        <p>
          <Link href="/account" className="text-cool underline underline-offset-4">
            Your account
          </Link>
        </p>
      </div>
    </SignedInFrame>
  );
}
