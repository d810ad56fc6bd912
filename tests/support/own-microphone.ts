import type { Page } from '@playwright/test';

interface WithPlayInto {
  playInto(bytes: string): Promise<void>;
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
    Object.assign(window, {
      playInto: async (bytes: string) => {
        const wav = Uint8Array.from(atob(bytes), (sign) => sign.charCodeAt(0));
        const source = context!.createBufferSource();
        source.buffer = await context!.decodeAudioData(wav.buffer);
        source.connect(into!);
        source.start();
      },
    });
  });
}

/** Plays a WAV file into it. */
export async function playInto(page: Page, wav: Uint8Array): Promise<void> {
  await page.evaluate(
    (bytes) => (window as unknown as WithPlayInto).playInto(bytes),
    Buffer.from(wav).toString('base64'),
  );
}
