import 'fake-indexeddb/auto';
import { PracticeLog } from './practice-log';

const spell = (id: string, seconds: number, more: object = {}) => ({
  ...{ id, seconds, day: '2026-03-02', assignmentId: 'a1', stage: undefined, bpm: 60, measures: undefined },
  endedAtMs: Date.now(),
  ...more,
});

let made = 0;
let sent: { id: string; seconds: number }[];
let answers: { item: string; isRight: boolean }[];
let status: number | undefined;
let log: PracticeLog;
const { fetch } = globalThis;

beforeEach(async () => {
  sent = [];
  answers = [];
  status = 200;
  globalThis.fetch = async (address, init) => {
    if (status === undefined) throw new TypeError('no connection');
    if (address === '/api/answers') {
      const { item, isRight } = JSON.parse(`${init?.body}`);
      answers.push({ item, isRight });
      return new Response('{}', { status });
    }
    const { id, seconds } = JSON.parse(`${init?.body}`);
    sent.push({ id, seconds });
    return new Response('{}', { status });
  };
  log = await PracticeLog.open(`student-${++made}`);
});
afterEach(() => {
  log.close();
  globalThis.fetch = fetch;
});

test('what has arrived is not sent again', async () => {
  await log.note(spell('one', 20));
  await log.send();
  await log.send();
  expect(sent).toEqual([{ id: 'one', seconds: 20 }]);
});

test.each([undefined, 401, 429, 500, 507])(
  'what cannot arrive now (%s) waits, and grows meanwhile',
  async (answer) => {
    status = answer;
    await log.note(spell('one', 20));
    await log.send();
    await log.note(spell('one', 45));
    status = 200;
    sent = [];
    await log.send();
    expect(sent).toEqual([{ id: 'one', seconds: 45 }]);
  },
);

test.each([400, 404])('what the server will never take (%s) is not kept', async (answer) => {
  status = answer;
  await log.note(spell('one', 20));
  await log.send();
  status = 200;
  sent = [];
  await log.send();
  expect(sent).toEqual([]);
});

test('what grew while it was on its way is sent once more', async () => {
  const { fetch: arrive } = globalThis;
  globalThis.fetch = async (...asked) => {
    await log.note(spell('one', 60));
    globalThis.fetch = arrive;
    return arrive(...asked);
  };
  await log.note(spell('one', 20));
  await log.send();
  await log.send();
  expect(sent.map(({ seconds }) => seconds)).toEqual([20, 60]);
});

test('another student’s minutes stay on the device until that one is back, or gone for good', async () => {
  await log.note(spell('mine', 20));
  const other = await PracticeLog.open('another');
  await other.send();
  expect(sent).toEqual([]);
  await other.forgetGone(async (ids) => ids);
  await log.send();
  expect(sent).toEqual([]);
  other.close();
});

test('what is too old to be believed goes', async () => {
  await log.note(spell('old', 20, { endedAtMs: Date.now() - 61 * 24 * 3600 * 1000 }));
  await log.send();
  expect(sent).toEqual([]);
});

test('what goes on in a stage makes its stretch longer; another stage is another one', async () => {
  const what = { assignmentId: 'a1', stage: 'line/plain', bpm: 60, measures: undefined };
  await log.add(20.4, what);
  await log.add(10, { ...what, bpm: 66 });
  await log.add(0.2, { ...what, stage: 'line/clap' });
  await log.send();
  expect(sent.map(({ seconds }) => seconds).toSorted((a, b) => a - b)).toEqual([1, 30]);
});

test('answers wait for a connection, and go in the order in which they were given', async () => {
  status = undefined;
  const given = ['name treble C4', 'name treble D4', 'name treble C4', 'beats 1/4', 'name treble F4'];
  for (const [index, item] of given.entries()) {
    await log.answer(item, index % 2 === 0);
    await new Promise((resolve) => setTimeout(resolve, 2));
  }
  await log.send();
  expect(answers).toEqual([]);
  status = 200;
  await log.send();
  await log.send();
  expect(answers).toEqual(given.map((item, index) => ({ item, isRight: index % 2 === 0 })));
});
