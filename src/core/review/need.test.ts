import { exactFollowing } from '../../../tests/support/followings';
import { lineOf } from '../../../tests/support/lines';
import { judge, USUAL_POLICY } from '../judging';
import { firstWeakMeasure, inOrderOfNeed, needOf, sayNeed, type WaitingTake } from '.';

const line = lineOf(['C4q D4q E4q F4q', 'G4q A4q B4q C5q', 'C5w']);
const measuresOf = (faults: Parameters<typeof exactFollowing>[1]) =>
  judge(line, exactFollowing(line, faults), 60, USUAL_POLICY).measures;
const good = { askedBpm: 60, stage: null, verdictState: 'judged', measures: measuresOf({}) } as const;
const weak = { ...good, measures: measuresOf({ m2n2: { pitch: 1 } }) };
const waiting = (more: Partial<WaitingTake> = {}): WaitingTake => ({
  ...good,
  asksForHelp: false,
  remark: null,
  earlier: [good],
  ...more,
});

test.each<[string, string, Partial<WaitingTake>]>([
  ['good, not the first', 'routine', {}],
  ['the first of the line', 'first-take', { earlier: [] }],
  ['with a question', 'asks-for-help', { asksForHelp: true, earlier: [] }],
  ['the fourth weak one at this tempo', 'stuck', { ...weak, earlier: [weak, weak, weak] }],
  ['the third weak one', 'routine', { ...weak, earlier: [weak, weak] }],
  ['with a good one among the last four', 'routine', { ...weak, earlier: [weak, good, weak, weak] }],
  ['after slower ones', 'routine', { ...weak, earlier: [weak, { ...weak, askedBpm: 54 }, weak, weak] }],
  ['of another step', 'routine', { ...weak, earlier: [weak, { ...weak, stage: 'line/plain' }, weak, weak] }],
  ['that sounds like another one', 'please-listen', { remark: 'same-as-own' }],
  ['of something else', 'unsure', { verdictState: 'other-line' }],
  ['that could not be read', 'unsure', { verdictState: null, measures: null }],
  [
    'with a tenth of its notes unclear',
    'unsure',
    { measures: measuresOf({ m1n2: { missing: true, sign: 'pitch-shows' } }) },
  ],
])('a take %s is %s', (_, need, more) => {
  expect(needOf(waiting(more))).toBe(need);
});

test('the most urgent first, and equals as they come', () => {
  const named = (name: string, more: Partial<WaitingTake> = {}) => ({ name, ...waiting(more) });
  const takes = [
    named('new', { earlier: [] }),
    named('good'),
    named('good later'),
    named('talk', { verdictState: 'speech' }),
    named('stuck', { ...weak, earlier: [weak, weak, weak] }),
    named('asking', { asksForHelp: true }),
  ];
  expect(inOrderOfNeed(takes).map(({ name }) => name)).toEqual([
    'asking',
    'stuck',
    'talk',
    'new',
    'good',
    'good later',
  ]);
  expect(inOrderOfNeed([])).toEqual([]);
});

test('a need is said in the words of the class', () => {
  expect(sayNeed('asks-for-help', 3, 'us')).toBe('asks for help in measure 3');
  expect(sayNeed('asks-for-help', 3, 'uk')).toBe('asks for help in bar 3');
  expect(sayNeed('asks-for-help', null, 'us')).toBe('asks for help');
  expect(sayNeed('routine', null, 'us')).toBeUndefined();
});

test('listening begins where something needs work and was played', () => {
  expect(firstWeakMeasure(good.measures)).toBeUndefined();
  const played = weak.measures.map((measure, index) => ({ ...measure, startSeconds: index }));
  expect(firstWeakMeasure(played)).toBe(1);
  expect(
    firstWeakMeasure(played.map((measure) => ({ ...measure, startSeconds: undefined }))),
  ).toBeUndefined();
});
