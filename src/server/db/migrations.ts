import { type Migration, Migrator } from 'kysely';
import { database } from './connection';
import * as first from './migrations/2026-11-25-first';
import * as shelf from './migrations/2026-11-25-shelf';
import * as counting from './migrations/2026-11-26-counting';
import * as stages from './migrations/2026-11-27-stages';
import * as stand from './migrations/2026-11-28-stand';
import * as strictness from './migrations/2026-11-29-strictness';
import * as versions from './migrations/2026-11-30-versions';
import * as overrules from './migrations/2026-12-01-overrules';
import * as seeMe from './migrations/2026-12-02-see-me';
import * as keeping from './migrations/2026-12-03-keeping';
import * as answers from './migrations/2026-12-04-answers';
import * as counts from './migrations/2026-12-05-counts';
import * as instruments from './migrations/2026-12-06-instruments';
import * as smallBeats from './migrations/2026-12-07-small-beats';
import * as checksThatEnd from './migrations/2026-12-08-checks-that-end';
import * as signIn from './migrations/2026-12-09-sign-in';
import * as consent from './migrations/2026-12-10-consent';
import * as linesToStand from './migrations/2026-12-11-lines-to-put-on-the-stand';
import * as plainAddresses from './migrations/2026-12-12-plain-addresses';
import * as accounts from './migrations/2026-12-13-accounts';
import * as answersTakenBack from './migrations/2026-12-14-answers-taken-back';
import * as binAndSharedBooks from './migrations/2026-12-15-bin-and-shared-books';
import * as visits from './migrations/2026-12-16-visits';
import * as weeklyLetters from './migrations/2026-12-17-weekly-letters';
import * as ownModels from './migrations/2026-12-18-own-models';
import * as slips from './migrations/2026-12-19-slips';
import * as drills from './migrations/2026-12-20-drills';
import * as ownEars from './migrations/2026-12-21-own-ears';
import * as practiceBook from './migrations/2026-12-22-practice-book';
import * as answersOfDevices from './migrations/2026-12-23-answers-of-devices';

/** In order of their names; a migration that has landed is never changed. */
const MIGRATIONS: Record<string, Migration> = {
  '2026-11-25-first': first,
  '2026-11-25-shelf': shelf,
  '2026-11-26-counting': counting,
  '2026-11-27-stages': stages,
  '2026-11-28-stand': stand,
  '2026-11-29-strictness': strictness,
  '2026-11-30-versions': versions,
  '2026-12-01-overrules': overrules,
  '2026-12-02-see-me': seeMe,
  '2026-12-03-keeping': keeping,
  '2026-12-04-answers': answers,
  '2026-12-05-counts': counts,
  '2026-12-06-instruments': instruments,
  '2026-12-07-small-beats': smallBeats,
  '2026-12-08-checks-that-end': checksThatEnd,
  '2026-12-09-sign-in': signIn,
  '2026-12-10-consent': consent,
  '2026-12-11-lines-to-put-on-the-stand': linesToStand,
  '2026-12-12-plain-addresses': plainAddresses,
  '2026-12-13-accounts': accounts,
  '2026-12-14-answers-taken-back': answersTakenBack,
  '2026-12-15-bin-and-shared-books': binAndSharedBooks,
  '2026-12-16-visits': visits,
  '2026-12-17-weekly-letters': weeklyLetters,
  '2026-12-18-own-models': ownModels,
  '2026-12-19-slips': slips,
  '2026-12-20-drills': drills,
  '2026-12-21-own-ears': ownEars,
  '2026-12-22-practice-book': practiceBook,
  '2026-12-23-answers-of-devices': answersOfDevices,
};

/** Brings the database up to date. @throws the first error; a failed migration leaves nothing behind. */
export async function migrate(): Promise<void> {
  const migrator = new Migrator({ db: database(), provider: { getMigrations: async () => MIGRATIONS } });
  const { error } = await migrator.migrateToLatest();
  if (error) throw error;
}
