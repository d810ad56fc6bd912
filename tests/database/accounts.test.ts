// Colleagues, lost passwords, letters and devices, each by whom it concerns.
import { createServer, type Server } from 'node:net';
import { removeOwnAccount } from '@/server/access/account/account';
import {
  acceptInvitation,
  inviteColleague,
  listInvitations,
  maybeInvitation,
  withdrawInvitation,
} from '@/server/access/account/invitations';
import { askForNewPassword, makeNewPasswordLink, setNewPassword } from '@/server/access/account/new-password';
import {
  changeOwnEmail,
  changeOwnName,
  changeOwnPassword,
  endOtherSessions,
  listOwnDevices,
} from '@/server/access/account/settings';
import { signInTeacher } from '@/server/access/account/sign-in';
import { NotFound } from '@/server/access/account/viewer';
import { getLetterBox } from '@/server/access/installation';
import { getClass, listClasses, renameClass, renameStudent } from '@/server/access/school/classes';
import { addCoTeacher, answerAskedToHelp, listAskedToHelp } from '@/server/access/school/co-teachers';
import { createTeacher } from '@/server/auth/accounts';
import { database } from '@/server/db/connection';
import { sendLetters } from '@/server/jobs/post';
import { withOwnDatabase } from '../support/own-database';
import { problemIn, rightOf } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
let other: World;
beforeAll(async () => {
  // The first is the head of the installation.
  world = await makeWorld();
  other = await makeWorld();
});

const PASSWORD = 'a-long-password';
const emailOf = async (userId: string) =>
  (await database().selectFrom('user').select('email').where('id', '=', userId).executeTakeFirstOrThrow())
    .email;
const tokenIn = (url: string) => url.slice(url.lastIndexOf('/') + 1);
const lettersTo = async (recipient: string) =>
  (await getLetterBox(world.teacher)).letters.filter((letter) => letter.recipient === recipient);
const signsIn = async (email: string, password: string) => (await signInTeacher({ email, password })).ok;

describe('an invitation', () => {
  const email = 'new.colleague@mevlo.example';

  test('comes by letter, opens once, and makes an account with its address', async () => {
    const { url } = rightOf(await inviteColleague(world.teacher, { email }));
    const [letter] = await lettersTo(email);
    expect(letter!.body).toContain(url);
    const token = tokenIn(url);
    expect(await maybeInvitation(token)).toEqual({ email, invitedBy: world.teacher.name });
    expect(problemIn(await acceptInvitation(token, { name: 'Ann', password: 'short' }))).toContain('10');
    rightOf(await acceptInvitation(token, { name: 'Ann Moor', password: PASSWORD }));
    expect(await signsIn(email, PASSWORD)).toBe(true);
    expect(await maybeInvitation(token)).toBeUndefined();
    expect(problemIn(await acceptInvitation(token, { name: 'Ann', password: PASSWORD }))).toContain('used');
    expect(problemIn(await inviteColleague(world.teacher, { email }))).toContain('already');
  });

  test('of two who open it at the same moment one makes the account', async () => {
    const { url } = rightOf(await inviteColleague(world.teacher, { email: 'race@mevlo.example' }));
    const answers = await Promise.all(
      ['Ann', 'Bo'].map((name) => acceptInvitation(tokenIn(url), { name, password: PASSWORD })),
    );
    expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
  });

  test('taken back or too old it opens nothing; others than the head make none', async () => {
    const { url } = rightOf(await inviteColleague(world.teacher, { email: 'late@mevlo.example' }));
    const [open] = (await listInvitations(world.teacher)).filter((one) => one.email === 'late@mevlo.example');
    await withdrawInvitation(world.teacher, open!.id);
    expect(await maybeInvitation(tokenIn(url))).toBeUndefined();
    const old = rightOf(await inviteColleague(world.teacher, { email: 'old@mevlo.example' }));
    await database()
      .updateTable('one_time_link')
      .set({ expires_at: new Date(0) })
      .execute();
    expect(await maybeInvitation(tokenIn(old.url))).toBeUndefined();
    await expect(inviteColleague(other.teacher, { email: 'x@mevlo.example' })).rejects.toThrow(NotFound);
    await expect(inviteColleague(world.student, { email: 'x@mevlo.example' })).rejects.toThrow(NotFound);
  });
});

describe('a lost password', () => {
  test('is answered alike for whoever is known and whoever is not; only the known get a letter', async () => {
    const email = await emailOf(other.teacher.userId);
    const nobody = 'nobody@mevlo.example';
    expect(await askForNewPassword({ email: nobody })).toEqual(await askForNewPassword({ email }));
    expect(await lettersTo(nobody)).toEqual([]);
    const [letter] = await lettersTo(email);
    const token = /new-password\/(\S+)/.exec(letter!.body)![1]!;
    expect(await signsIn(email, PASSWORD)).toBe(true);
    rightOf(await setNewPassword(token, { password: 'another-password' }));
    expect([await signsIn(email, PASSWORD), await signsIn(email, 'another-password')]).toEqual([false, true]);
    expect(problemIn(await setNewPassword(token, { password: PASSWORD }))).toContain('used');
  });

  test('letters to one address are few', async () => {
    const email = await emailOf(world.teacher.userId);
    for (let time = 0; time < 6; time++) rightOf(await askForNewPassword({ email }));
    expect((await lettersTo(email)).length).toBe(3);
  });

  test('the head hands a link over; nobody else makes one, for no student', async () => {
    const { url } = rightOf(await makeNewPasswordLink(world.teacher, other.teacher.userId));
    rightOf(await setNewPassword(tokenIn(url), { password: PASSWORD }));
    await expect(makeNewPasswordLink(other.teacher, world.teacher.userId)).rejects.toThrow(NotFound);
    await expect(makeNewPasswordLink(world.teacher, world.student.userId)).rejects.toThrow(NotFound);
  });
});

describe('an own account', () => {
  test('name, address and password are changed by whoever knows the password', async () => {
    const id = await createTeacher({ name: 'Before', email: 'before@mevlo.example', password: PASSWORD });
    const viewer = { userId: id, name: 'Before', role: 'teacher' } as const;
    expect(problemIn(await changeOwnName(viewer, '  '))).toBe('Type your name.');
    rightOf(await changeOwnName(viewer, 'After'));
    const form = { email: 'after@mevlo.example', password: PASSWORD };
    expect(problemIn(await changeOwnEmail(viewer, { ...form, password: 'wrong' }))).toContain('not your');
    const taken = { ...form, email: (await emailOf(world.teacher.userId)).toUpperCase() };
    expect(problemIn(await changeOwnEmail(viewer, taken))).toContain('already');
    rightOf(await changeOwnEmail(viewer, form));
    expect(await lettersTo('before@mevlo.example')).toHaveLength(1);
    expect(await signsIn(form.email, PASSWORD)).toBe(true);
    expect(await listOwnDevices(viewer)).toHaveLength(1);
    rightOf(await changeOwnPassword(viewer, { password: PASSWORD, newPassword: 'a-newer-password' }));
    // Whoever was signed in with the old one is out.
    expect(await listOwnDevices(viewer)).toEqual([]);
    expect(await signsIn(form.email, 'a-newer-password')).toBe(true);
    await endOtherSessions(viewer);
    expect(await listOwnDevices(viewer)).toEqual([]);
    // Letters to somebody go with the account.
    await database()
      .insertInto('letter')
      .values({ recipient: form.email, subject: 's', body: 'b' })
      .execute();
    rightOf(await removeOwnAccount(viewer, { email: form.email, password: 'a-newer-password' }));
    expect(await lettersTo(form.email)).toEqual([]);
  });
});

describe('teaching together', () => {
  test('a colleague who is asked sees nothing before agreeing', async () => {
    rightOf(await addCoTeacher(world.teacher, world.classId, await emailOf(other.teacher.userId)));
    await expect(getClass(other.teacher, world.classId)).rejects.toThrow(NotFound);
    expect((await listClasses(other.teacher)).map(({ id }) => id)).not.toContain(world.classId);
    const [asked] = await listAskedToHelp(other.teacher);
    expect(asked).toMatchObject({ id: world.classId, headName: world.teacher.name });
    await expect(answerAskedToHelp(world.teacher, world.classId, true)).rejects.toThrow(NotFound);
    await answerAskedToHelp(other.teacher, world.classId, true);
    expect((await getClass(other.teacher, world.classId)).isHead).toBe(false);
    await expect(renameClass(other.teacher, world.classId, 'Mine')).rejects.toThrow(NotFound);
  });

  test('who declines is not asked any more', async () => {
    rightOf(await addCoTeacher(other.teacher, other.classId, await emailOf(world.teacher.userId)));
    await answerAskedToHelp(world.teacher, other.classId, false);
    expect(await listAskedToHelp(world.teacher)).toEqual([]);
    await expect(getClass(world.teacher, other.classId)).rejects.toThrow(NotFound);
  });
});

test('classes and students are renamed; a user name is never taken twice', async () => {
  rightOf(await renameClass(world.teacher, world.classId, 'Renamed'));
  const id = world.student.userId;
  rightOf(await renameStudent(world.teacher, world.classId, id, { name: 'Sam II', userName: 'Sam.II' }));
  const { name, students } = await getClass(world.teacher, world.classId);
  expect([name, students.map((one) => [one.name, one.userName])]).toEqual([
    'Renamed',
    [['Sam II', 'sam.ii']],
  ]);
  await expect(renameStudent(other.teacher, other.classId, id, { name: 'x', userName: 'x' })).rejects.toThrow(
    NotFound,
  );
});

describe('letters', () => {
  /** A mail server that takes everything, or nothing. Source: RFC 5321, section 4.2.3. */
  function mailServer(accepts: boolean): Promise<{ server: Server; url: string; received: string[] }> {
    const received: string[] = [];
    const server = createServer((socket) => {
      let isData = false;
      const say = (line: string) => socket.write(`${line}\r\n`);
      say('220 mail.school.example');
      socket.on('error', () => undefined);
      socket.on('data', (bytes) => {
        const text = bytes.toString();
        if (isData) {
          received.push(text);
          if (!text.endsWith('\r\n.\r\n')) return;
          isData = false;
          return say('250 taken');
        }
        for (const line of text.split('\r\n').filter(Boolean)) {
          if (/^DATA/i.test(line)) isData = true;
          say(/^RCPT/i.test(line) && !accepts ? '550 no such box' : isData ? '354 go on' : '250 fine');
        }
      });
    });
    return new Promise((resolve) =>
      server.listen(0, '127.0.0.1', () => {
        const { port } = server.address() as { port: number };
        resolve({ server, url: `smtp://127.0.0.1:${port}`, received });
      }),
    );
  }

  afterEach(() => {
    delete process.env.MEVLO_SMTP_URL;
  });

  test('without a mail server they lie in the box', async () => {
    await sendLetters();
    const { isSimulated, letters } = await getLetterBox(world.teacher);
    expect(isSimulated).toBe(true);
    expect(letters.every(({ sentAt }) => sentAt === null)).toBe(true);
    await expect(getLetterBox(other.teacher)).rejects.toThrow(NotFound);
  });

  test.each([true, false])('a mail server that takes them: %s', async (accepts) => {
    await database().deleteFrom('letter').execute();
    await database()
      .insertInto('letter')
      .values({ recipient: 'ann@mevlo.example', subject: 'Ça va?', body: 'Hello,\nhere is a link.' })
      .execute();
    const { server, url, received } = await mailServer(accepts);
    process.env.MEVLO_SMTP_URL = url;
    try {
      await sendLetters();
    } finally {
      server.close();
    }
    const [letter] = (await getLetterBox(world.teacher)).letters;
    expect(letter!.sentAt !== null).toBe(accepts);
    if (accepts) expect(received.join('')).toContain('here is a link.');
    else expect(letter!.problem).toContain('550');
  });
});
