import {
  EMPTY_STAND,
  maybeShownTake,
  type Pressed,
  pressed,
  reduceStand,
  type Sitting,
  type SittingTake,
  type StandEvent,
  type StandState,
} from './stand-machine';

const take = (id: string, more: Partial<SittingTake> = {}): SittingTake => ({
  id,
  number: 1,
  sound: new Blob(),
  askedBpm: 66,
  check: {} as SittingTake['check'],
  taps: undefined,
  clipped: false,
  hearsItself: false,
  rating: undefined,
  ...more,
});
const A = take('a');
const stand = (state: StandState, takes: readonly SittingTake[] = [A]): Sitting => ({ state, takes });

const STATES = {
  ready: { kind: 'ready' },
  'gone-through': { kind: 'gone-through' },
  listening: { kind: 'listening' },
  looping: { kind: 'looping' },
  'going-through': { kind: 'going-through' },
  tapping: { kind: 'tapping' },
  opening: { kind: 'opening' },
  recording: { kind: 'recording' },
  checking: { kind: 'checking' },
  rating: { kind: 'rating', takeId: 'a' },
  verdict: { kind: 'verdict', takeId: 'a' },
  problem: { kind: 'problem', text: 'x' },
} as const satisfies Record<StandState['kind'], StandState>;
type Kind = keyof typeof STATES;
const KINDS = Object.keys(STATES) as Kind[];

const EVENTS = {
  'plays listening': { kind: 'plays', what: 'listening' },
  'listening is over': { kind: 'played', what: 'listening' },
  'going through is over': { kind: 'played', what: 'going-through' },
  stopped: { kind: 'stopped' },
  'looping did not begin': { kind: 'stopped', what: 'looping' },
  opens: { kind: 'opens' },
  records: { kind: 'records' },
  checks: { kind: 'checks' },
  taken: { kind: 'taken', take: take('b') },
  'taken, rated before': { kind: 'taken', take: take('b', { rating: {} }) },
  failed: { kind: 'failed', text: 'no' },
  'passed on': { kind: 'passed-on' },
  'put away': { kind: 'put-away' },
} as const satisfies Record<string, StandEvent>;

// Every event in every state: where it leads. Where nothing is named it changes nothing.
const QUIET = ['ready', 'gone-through', 'rating', 'verdict', 'problem'] as const;
const PLAYS = ['listening', 'looping', 'going-through', 'tapping'] as const;
const TABLE: Readonly<Record<keyof typeof EVENTS, Partial<Record<Kind, StandState['kind']>>>> = {
  'plays listening': Object.fromEntries([...QUIET, ...PLAYS].map((kind) => [kind, 'listening'])),
  'listening is over': { listening: 'ready' },
  'going through is over': { 'going-through': 'gone-through' },
  stopped: Object.fromEntries([...PLAYS, 'recording' as const].map((kind) => [kind, 'ready'])),
  'looping did not begin': { looping: 'ready' },
  opens: Object.fromEntries([...QUIET, ...PLAYS].map((kind) => [kind, 'opening'])),
  records: { opening: 'recording' },
  checks: { recording: 'checking', tapping: 'checking' },
  taken: { checking: 'rating' },
  'taken, rated before': { checking: 'verdict' },
  failed: Object.fromEntries(KINDS.map((kind) => [kind, 'problem'])),
  'passed on': { checking: 'ready' },
  'put away': { verdict: 'ready' },
};

test.each(
  (Object.keys(EVENTS) as (keyof typeof EVENTS)[]).flatMap((event) =>
    KINDS.map((from) => [from, event, TABLE[event][from] ?? from] as const),
  ),
)('%s, %s: %s', (from, event, to) => {
  const before = stand(STATES[from]);
  const after = reduceStand(before, EVENTS[event]);
  expect(after.state.kind).toBe(to);
  if (!TABLE[event][from]) expect(after).toBe(before);
});

test('a take that comes is the one that is shown, after the student’s own ears', () => {
  const taken = reduceStand(stand({ kind: 'checking' }), { kind: 'taken', take: take('b') });
  expect(taken.takes.map(({ id }) => id)).toEqual(['a', 'b']);
  expect(taken.state).toEqual({ kind: 'rating', takeId: 'b' });
  const rated = reduceStand(taken, { kind: 'rated', takeId: 'b', rating: { notes: 7 } });
  expect(rated.state).toEqual({ kind: 'verdict', takeId: 'b' });
  expect(maybeShownTake(rated)).toMatchObject({ id: 'b', rating: { notes: 7 } });
});

test('another take of the sitting is looked at: rated ones at once, others after their rating', () => {
  const two = stand({ kind: 'verdict', takeId: 'a' }, [take('a', { rating: {} }), take('b')]);
  const other = reduceStand(two, { kind: 'chosen', takeId: 'b' });
  expect(other.state).toEqual({ kind: 'rating', takeId: 'b' });
  expect(reduceStand(other, { kind: 'chosen', takeId: 'a' }).state).toEqual(two.state);
  expect(reduceStand(two, { kind: 'chosen', takeId: 'none' })).toBe(two);
  const ready = stand({ kind: 'ready' });
  expect(reduceStand(ready, { kind: 'chosen', takeId: 'a' })).toBe(ready);
});

test('a rating of a take that is not looked at is kept', () => {
  const two = stand({ kind: 'verdict', takeId: 'a' }, [take('a', { rating: {} }), take('b')]);
  const rated = reduceStand(two, { kind: 'rated', takeId: 'b', rating: { tempo: 9 } });
  expect(rated.state).toEqual(two.state);
  expect(rated.takes[1]!.rating).toEqual({ tempo: 9 });
});

test.each<[Kind, Parameters<typeof pressed>[1], Pressed]>([
  ['ready', 'microphone', 'record'],
  ['problem', 'microphone', 'record'],
  // Whoever rates must not find the microphone open.
  ['rating', 'microphone', 'nothing'],
  ['verdict', 'microphone', 'record'],
  ['ready', 'none', 'go-through'],
  ['gone-through', 'none', 'go-through'],
  ['recording', 'microphone', 'end-the-take'],
  ['listening', 'microphone', 'stop'],
  ['looping', 'none', 'stop'],
  ['going-through', 'none', 'stop'],
  ['tapping', 'either', 'stop'],
  ['opening', 'microphone', 'nothing'],
  ['checking', 'microphone', 'nothing'],
])('%s, %s: the key means %s', (kind, input, meaning) => {
  expect(pressed(stand(STATES[kind]), input)).toBe(meaning);
});

test('who has tapped tries again by tapping', () => {
  const tapped = stand({ kind: 'verdict', takeId: 'a' }, [
    take('a', { rating: {}, taps: { seconds: [], durationSeconds: 1 } }),
  ]);
  expect(pressed(tapped, 'either')).toBe('tap');
});

test('the whole way of a take', () => {
  const way: readonly StandEvent[] = [
    { kind: 'opens' },
    { kind: 'records' },
    { kind: 'checks' },
    { kind: 'taken', take: A },
    { kind: 'rated', takeId: 'a', rating: {} },
    { kind: 'plays', what: 'looping' },
    { kind: 'stopped' },
  ];
  let now = EMPTY_STAND;
  const states = [now];
  for (const event of way) {
    now = reduceStand(now, event);
    states.push(now);
  }
  expect(states.map(({ state }) => state.kind)).toEqual([
    ...['ready', 'opening', 'recording', 'checking', 'rating', 'verdict', 'looping', 'ready'],
  ]);
});

describe('takes that can be chosen', () => {
  /** With so many good measures of eight. */
  const withGood = (id: string, good: number) =>
    take(id, {
      rating: {},
      check: {
        verdict: {
          measures: Array.from({ length: 8 }, (_, index) => ({
            notesNeedWork: index >= good,
            rhythmNeedsWork: false,
          })),
        },
      } as unknown as SittingTake['check'],
    });
  const sitting = (goods: readonly number[]) => {
    let now: Sitting = EMPTY_STAND;
    goods.forEach((good, index) => {
      const taken = { kind: 'taken', take: withGood(`t${index + 1}`, good) } as const;
      now = reduceStand({ state: { kind: 'checking' }, takes: now.takes }, taken);
    });
    return now;
  };

  test('are the best and the newest, by the numbers they were played under', () => {
    const after = sitting([2, 7, 3, 4, 5, 1, 0, 6]);
    expect(after.takes.map(({ number }) => number)).toEqual([2, 4, 5, 6, 7, 8]);
    expect(maybeShownTake(after)?.number).toBe(8);
  });

  test('the later one stays of two that are as good', () => {
    expect(sitting([5, 5, 1, 1, 1, 1, 1, 1]).takes.map(({ number }) => number)).toEqual([2, 4, 5, 6, 7, 8]);
  });
});
