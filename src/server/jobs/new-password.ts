// Prints a link by which a teacher chooses a new password: for whoever has the server, when nobody else can help.
import { closeDatabase } from '@/server/db/connection';
import { maybeTeacherByEmail } from '@/server/db/queries/accounts';
import { HOURS_OF_HAND, newPasswordLink } from './new-password-link';

const email = process.argv[2] ?? '';
const teacher = await maybeTeacherByEmail(email);
if (teacher) {
  const link = await newPasswordLink(teacher, HOURS_OF_HAND);
  console.log(`A new password for ${teacher.name}, within ${HOURS_OF_HAND} hours, once:`);
  console.log(link);
} else {
  console.error(`No teacher signs in here as “${email}”.`);
  process.exitCode = 1;
}
await closeDatabase();
