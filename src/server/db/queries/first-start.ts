import { randomInt } from 'node:crypto';
import { database } from '../connection';
import { countUsers, insertAccountInto, type NewAccount } from './accounts';

const SETTING = 'setup-code';
/** No letter that is taken for another one, and no vowel that makes a word. */
const LETTERS = 'BCDFGHJKMNPQRSTVWXZ23456789';
const LENGTH = 12;

const newCode = () =>
  Array.from(
    { length: LENGTH },
    (_, index) => `${index > 0 && index % 4 === 0 ? '-' : ''}${LETTERS[randomInt(LETTERS.length)]}`,
  ).join('');

/** The code by which the first account is made, the same for every process; undefined when somebody has one. */
export async function setupCode(): Promise<string | undefined> {
  if ((await countUsers()) > 0) return undefined;
  await database()
    .insertInto('setting')
    .values({ name: SETTING, value: newCode() })
    .onConflict((conflict) => conflict.column('name').doNothing())
    .execute();
  const row = await database()
    .selectFrom('setting')
    .select('value')
    .where('name', '=', SETTING)
    .executeTakeFirst();
  return row?.value;
}

export type FirstAccount =
  | { readonly kind: 'made'; readonly userId: string }
  | { readonly kind: 'wrong-code' }
  /** Somebody else was first. */
  | { readonly kind: 'taken' };

/** Makes the first account of all, once, however many ask at the same time. @param code as it was printed. */
export function insertFirstAccount(code: string, account: NewAccount): Promise<FirstAccount> {
  return database()
    .transaction()
    .execute(async (db): Promise<FirstAccount> => {
      // Whoever asks at the same time waits here, and finds it gone.
      const row = await db
        .selectFrom('setting')
        .select('value')
        .where('name', '=', SETTING)
        .forUpdate()
        .executeTakeFirst();
      const somebody = await db.selectFrom('user').select('id').limit(1).executeTakeFirst();
      if (somebody || !row) return { kind: 'taken' };
      if (row.value !== code) return { kind: 'wrong-code' };
      const userId = await insertAccountInto(db, account);
      await db.deleteFrom('setting').where('name', '=', SETTING).execute();
      return { kind: 'made', userId };
    });
}
