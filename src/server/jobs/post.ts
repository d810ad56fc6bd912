import { createTransport } from 'nodemailer';
import { configuration } from '@/server/base/configuration';
import { removeOldLetters, sendNextLetter } from '@/server/db/queries/letters';
import { removeOldLinks } from '@/server/db/queries/one-time-links';

/** So many at a time: the next round comes soon. */
const MOST_AT_ONCE = 20;
const PATIENCE_MS = 10_000;

/** Sends what waits in the box; without a mail server it stays there, for the head of the installation to read. */
export async function sendLetters(): Promise<void> {
  const { mail } = configuration();
  if (!mail) return;
  const transport = createTransport(
    { url: mail.smtpUrl, connectionTimeout: PATIENCE_MS, socketTimeout: PATIENCE_MS },
    { from: mail.from },
  );
  try {
    for (let sent = 0; sent < MOST_AT_ONCE; sent++) {
      const wasThere = await sendNextLetter(async ({ recipient, subject, body }) => {
        await transport.sendMail({ to: recipient, subject, text: body });
      });
      if (!wasThere) return;
    }
  } finally {
    transport.close();
  }
}

/** What nobody needs any more of letters and links. */
export async function clearPost(): Promise<void> {
  await removeOldLetters();
  await removeOldLinks();
}
