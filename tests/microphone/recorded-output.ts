import type { BrowserContext, Page } from '@playwright/test';

/** Everything that the page sends to the loudspeaker, recorded by the page's own worklet. */
export async function recordOutput(context: BrowserContext): Promise<void> {
  await context.addInitScript(() => {
    const blocks: { fromFrame: number; samples: Float32Array }[] = [];
    Object.assign(window, { outputBlocks: blocks });
    const recorders = new WeakMap<BaseAudioContext, Promise<AudioWorkletNode>>();
    const recorderOf = (audio: BaseAudioContext) => {
      const known = recorders.get(audio);
      if (known) return known;
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

/** First samples of the clicks in what came out, by the audio clock. */
export async function clickOnsets(page: Page): Promise<{ onsets: number[]; sampleRate: number }> {
  const { from, samples, sampleRate } = await page.evaluate(() => {
    const { outputBlocks } = window as unknown as {
      outputBlocks: { fromFrame: number; samples: Float32Array }[];
    };
    return {
      from: outputBlocks[0]!.fromFrame,
      samples: outputBlocks.flatMap((block) => Array.from(block.samples)),
      sampleRate: new AudioContext().sampleRate,
    };
  });
  const loud = 0.02;
  const quietFor = Math.round(0.05 * sampleRate);
  const onsets: number[] = [];
  let last = -quietFor;
  samples.forEach((sample, n) => {
    if (Math.abs(sample) < loud) return;
    if (n - last > quietFor) onsets.push(from + n);
    last = n;
  });
  return { onsets, sampleRate };
}
