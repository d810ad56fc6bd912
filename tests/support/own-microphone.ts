import type { Page } from '@playwright/test';

interface WithOwnMicrophone {
  prepareSound(bytes: string): Promise<void>;
  startSound(): void;
  soundBeganAtMs?: number;
}

/** A microphone into which a check can play whenever it wants: for whoever answers to what the page does. Before the page is opened. */
export async function withOwnMicrophone(page: Page): Promise<void> {
  await page.addInitScript(() => {
    let context: AudioContext | undefined;
    let into: MediaStreamAudioDestinationNode | undefined;
    navigator.mediaDevices.getUserMedia = async () => {
      context ??= new AudioContext();
      into ??= context.createMediaStreamDestination();
      await context.resume();
      return into.stream.clone();
    };
    let prepared: AudioBuffer | undefined;
    Object.assign(window, {
      prepareSound: async (bytes: string) => {
        context ??= new AudioContext();
        const wav = Uint8Array.from(atob(bytes), (sign) => sign.charCodeAt(0));
        prepared = await context.decodeAudioData(wav.buffer);
      },
      startSound: () => {
        Object.assign(window, { soundBeganAtMs: undefined });
        const source = context!.createBufferSource();
        source.buffer = prepared!;
        source.connect(into!);
        const { duration } = prepared!;
        source.onended = () => Object.assign(window, { soundBeganAtMs: performance.now() - 1000 * duration });
        source.start();
      },
    });
  });
}

/** Gets a WAV file ready, which takes its time with a long one. */
export async function prepareSound(page: Page, wav: Uint8Array): Promise<void> {
  await page.evaluate(
    (bytes) => (window as unknown as WithOwnMicrophone).prepareSound(bytes),
    Buffer.from(wav).toString('base64'),
  );
}

/** Plays what is ready into a microphone that is open. */
export async function startSound(page: Page): Promise<void> {
  await page.evaluate(() => (window as unknown as WithOwnMicrophone).startSound());
}

/**
 * When the sound that is over began, on the page's clock; undefined while it lasts. A busy machine's sound comes late: this one is told from
 * its end.
 */
export async function soundBeganAtMs(page: Page): Promise<number | undefined> {
  return page.evaluate(() => (window as unknown as WithOwnMicrophone).soundBeganAtMs);
}

/** Plays a WAV file into it. */
export async function playInto(page: Page, wav: Uint8Array): Promise<void> {
  await prepareSound(page, wav);
  await startSound(page);
}
