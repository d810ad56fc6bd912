import { type BrowserContext, expect, type Page } from '@playwright/test';

/** Everything that the page sends to the loudspeaker, recorded by the page's own worklet. */
export async function recordOutput(context: BrowserContext): Promise<void> {
  await context.addInitScript(() => {
    const blocks: { fromFrame: number; samples: Float32Array }[] = [];
    Object.assign(window, { outputBlocks: blocks });
    const recorders = new WeakMap<BaseAudioContext, Promise<AudioWorkletNode>>();
    const recorderOf = (audio: BaseAudioContext) => {
      const known = recorders.get(audio);
      if (known) return known;
      Object.assign(window, { outputRate: audio.sampleRate });
      const made = audio.audioWorklet.addModule('/worklets/recorder.js').then(() => {
        const node = new AudioWorkletNode(audio, 'mevlo-recorder', {
          numberOfOutputs: 0,
          channelCount: 1,
          channelCountMode: 'explicit',
        });
        node.port.onmessage = ({ data }) => blocks.push(data);
        return node;
      });
      recorders.set(audio, made);
      return made;
    };
    const connect = AudioNode.prototype.connect as (this: AudioNode, ...all: unknown[]) => unknown;
    AudioNode.prototype.connect = function (this: AudioNode, ...all: unknown[]) {
      const [to] = all;
      if (to instanceof AudioDestinationNode)
        void recorderOf(this.context).then((node) => connect.call(this, node));
      return connect.apply(this, all);
    } as AudioNode['connect'];
  });
}

/** First samples of the clicks in what came out so far, by the audio clock. Looked for in the page: what came out is far too much to be sent. */
export function clickOnsets(page: Page): Promise<{ onsets: number[]; sampleRate: number }> {
  return page.evaluate(() => {
    const { outputBlocks, outputRate } = window as unknown as {
      outputBlocks: { fromFrame: number; samples: Float32Array }[];
      outputRate: number;
    };
    const loud = 0.02;
    const quietFor = Math.round(0.05 * outputRate);
    const onsets: number[] = [];
    let last = -quietFor;
    let n = 0;
    for (const { samples } of outputBlocks) {
      for (const sample of samples) {
        if (Math.abs(sample) >= loud) {
          if (n - last > quietFor) onsets.push(outputBlocks[0]!.fromFrame + n);
          last = n;
        }
        n++;
      }
    }
    return { onsets, sampleRate: outputRate };
  });
}

/** Waits until so many clicks have come out. */
export async function hearClicks(page: Page, count: number): Promise<void> {
  await expect
    .poll(async () => (await clickOnsets(page)).onsets.length, { timeout: 20_000, intervals: [200] })
    .toBeGreaterThanOrEqual(count);
}
