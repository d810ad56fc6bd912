import {
  type Deed,
  type HearingEvent,
  type HearingState,
  reduceHearing,
  SILENT,
  SOURCES,
  SPEEDS,
} from './hearing-machine';

const sounding = (source: HearingState['sounding']): HearingState => ({ ...SILENT, sounding: source });
const toggled = (source: 'take' | 'model' | 'earlier'): HearingEvent => ({ kind: 'toggled', source });
const start = (source: 'take' | 'model' | 'earlier'): Deed => ({ kind: 'start', source });
const pause = (source: 'take' | 'model' | 'earlier'): Deed => ({ kind: 'pause', source });

test.each<[string, HearingState, HearingEvent, HearingState['sounding'], readonly Deed[]]>([
  ['from silence', SILENT, toggled('take'), 'take', [start('take')]],
  ['what sounds stops', sounding('take'), toggled('take'), undefined, [pause('take')]],
  ['the model after the take', sounding('take'), toggled('model'), 'model', [pause('take'), start('model')]],
  ['the take after the model', sounding('model'), toggled('take'), 'take', [pause('model'), start('take')]],
  ['an earlier one', sounding('model'), toggled('earlier'), 'earlier', [pause('model'), start('earlier')]],
  ['from a measure, from silence', SILENT, { kind: 'heard-from-a-measure' }, 'take', [start('take')]],
  [
    'from a measure, while it sounds',
    sounding('take'),
    { kind: 'heard-from-a-measure' },
    'take',
    [start('take')],
  ],
  [
    'from a measure, while the model sounds',
    sounding('model'),
    { kind: 'heard-from-a-measure' },
    'take',
    [pause('model'), start('take')],
  ],
  [
    'the own key of the player',
    sounding('model'),
    { kind: 'began', source: 'take' },
    'take',
    [pause('model')],
  ],
  ['as was asked for', sounding('take'), { kind: 'began', source: 'take' }, 'take', []],
  ['over by itself', sounding('earlier'), { kind: 'ended', source: 'earlier' }, undefined, []],
  ['paused because another began', sounding('model'), { kind: 'ended', source: 'take' }, 'model', []],
])('%s', (_, state, event, expected, deeds) => {
  const next = reduceHearing(state, event);
  expect(next.state.sounding).toBe(expected);
  expect(next.deeds).toEqual(deeds);
});

test('speeds go round', () => {
  let state = SILENT;
  const told = SPEEDS.map(() => {
    const next = reduceHearing(state, { kind: 'next-speed' });
    state = next.state;
    return next.deeds;
  });
  expect(told).toEqual([0.75, 1.25, 1.5, 1].map((speed) => [{ kind: 'take-speed', speed }]));
});

test('law: whatever comes, no two are started without the other being paused', () => {
  const events = [...SOURCES.map(toggled), { kind: 'heard-from-a-measure' } as const];
  for (const first of events)
    for (const second of events)
      for (const third of events) {
        let state = SILENT;
        const on = new Set<string>();
        for (const event of [first, second, third]) {
          const next = reduceHearing(state, event);
          state = next.state;
          for (const deed of next.deeds) {
            if (deed.kind === 'pause') on.delete(deed.source);
            if (deed.kind === 'start') on.add(deed.source);
          }
          expect([...on]).toEqual(state.sounding ? [state.sounding] : []);
        }
      }
});
