// Prints a link by which a teacher chooses a new password: for whoever has the server, when nobody else can help.
import { configuration } from '@/server/base/configuration';
import { closeDatabase } from '@/server/db/connection';
import { maybeTeacherByEmail } from '@/server/db/queries/accounts';
import { makeLink } from '@/server/db/queries/one-time-links';

const HOURS = 48;

const email = process.argv[2] ?? '';
const teacher = await maybeTeacherByEmail(email);
if (teacher) {
  const token = await makeLink({
    kind: 'new-password',
    email: teacher.email,
    userId: teacher.id,
    seconds: HOURS * 3600,
  });
  console.log(`A new password for ${teacher.name}, within ${HOURS} hours, once:`);
  console.log(`${configuration().address}/new-password/${token}`);
} else {
  console.error(`No teacher signs in here as “${email}”.`);
  process.exitCode = 1;
}
await closeDatabase();
