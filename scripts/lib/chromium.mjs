import { join } from 'node:path';
import { ROOT } from './paths.mjs';

/** Debian's Chromium without the parts that draw a window, as checks, benches and pictures start it; no network of its own. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/** The same, letting others go first on a busy machine as far as what starts it does. */
export const CHROMIUM_STANDING_BACK = {
  ...CHROMIUM,
  executablePath: join(ROOT, 'scripts/lib/chromium-standing-back.sh'),
};

/** Gives pages a microphone without asking; what it hears is a beep, or a file. */
export const FAKE_MICROPHONE = ['--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream'];
