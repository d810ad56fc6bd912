import { RecordingWatch } from './recording-watch';

const RATE = 48_000;
const BLOCK = 2048;
const LOUD = { peakDb: -20, clipped: false };
const ROOM = { peakDb: -75, clipped: false };
const SWITCHED_OFF = { peakDb: Number.NEGATIVE_INFINITY, clipped: false };

/** A device at work, of which everything can fail. @param measureSeconds of the line. */
function recording(measureSeconds = 2) {
  const track = new EventTarget();
  const context = Object.assign(new EventTarget(), {
    state: 'running' as AudioContextState,
    sampleRate: RATE,
  });
  const page = Object.assign(new EventTarget(), { visibilityState: 'visible' as DocumentVisibilityState });
  const said: (string | boolean)[] = [];
  let isDue = true;
  const watch = new RecordingWatch({
    ...{ track, context, page, measureSeconds },
    isDue: () => isDue,
    onTrouble: (trouble) => said.push(trouble),
    onSilence: (isSilent) => said.push(isSilent),
  });
  return {
    ...{ track, context, page, watch, said },
    hear: (level: typeof LOUD, seconds: number) => {
      for (let n = 0; n < (seconds * RATE) / BLOCK; n++) watch.hear(level, BLOCK);
    },
    lineIsOver: () => {
      isDue = false;
    },
  };
}

test.each([
  ['the plug is pulled', 'microphone-gone', ({ track }) => track.dispatchEvent(new Event('ended'))],
  ['the switch is used', 'microphone-muted', ({ track }) => track.dispatchEvent(new Event('mute'))],
  [
    'a call comes in',
    'sound-stopped',
    ({ context }) => {
      context.state = 'suspended';
      context.dispatchEvent(new Event('statechange'));
    },
  ],
  [
    'another tab is opened',
    'page-hidden',
    ({ page }) => {
      page.visibilityState = 'hidden';
      page.dispatchEvent(new Event('visibilitychange'));
    },
  ],
] satisfies [string, string, (made: ReturnType<typeof recording>) => void][])(
  '%s: %s, once',
  (_, trouble, happen) => {
    const made = recording();
    made.hear(LOUD, 1);
    happen(made);
    happen(made);
    expect(made.said).toEqual([trouble]);
  },
);

test('a microphone that is switched off is asked about after a measure, and ends the take after two', () => {
  const made = recording(2);
  made.hear(LOUD, 3);
  made.hear(SWITCHED_OFF, 1.9);
  expect(made.said).toEqual([]);
  made.hear(SWITCHED_OFF, 0.2);
  expect(made.said).toEqual([true]);
  made.hear(LOUD, 0.5);
  expect(made.said).toEqual([true, false]);
  made.hear(SWITCHED_OFF, 4.1);
  expect(made.said).toEqual([true, false, true, false, 'nothing-comes-in']);
});

test('a quiet room is no silence, nor is anything behind the line', () => {
  const made = recording(1);
  made.hear(ROOM, 20);
  made.lineIsOver();
  made.hear(SWITCHED_OFF, 20);
  expect(made.said).toEqual([]);
  made.watch.close();
});

test('sound that does not come any more ends the take, and a closed watch says nothing', async () => {
  const [stalled, closed] = [recording(), recording()];
  stalled.hear(LOUD, 1);
  closed.hear(LOUD, 1);
  closed.watch.close();
  await new Promise((resolve) => setTimeout(resolve, 2100));
  expect(stalled.said).toEqual(['sound-stopped']);
  closed.track.dispatchEvent(new Event('ended'));
  expect(closed.said).toEqual([]);
});
