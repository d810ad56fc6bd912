import 'server-only';
import { randomInt } from 'node:crypto';
import QRCode from 'qrcode';
import { maybeInstrument } from '@/core/instruments';
import { PIN_DIGITS, whyGuessable } from '@/core/school';
import { configuration } from '@/server/base/configuration';

/** What somebody signs in with; the PIN is shown once and stored only as a hash. */
export interface SignInCard {
  readonly name: string;
  readonly userName: string;
  readonly pin: string;
  /** In words; undefined where nobody has said what is played. */
  readonly instrument: string | undefined;
  /** Of Mevlo, as it is typed. */
  readonly address: string;
  /** The page with class and user name filled in, as a square of dark fields. The PIN is not in it. */
  readonly qr: QrSquare;
}

/** A QR code. Source: ISO/IEC 18004, by the package. */
export interface QrSquare {
  /** Fields of a side. */
  readonly size: number;
  /** Dark fields as an SVG path, a field being one unit. */
  readonly path: string;
}

interface Carded {
  readonly name: string;
  readonly userName: string;
  readonly instrument: string | null | undefined;
}

/** A card with a new PIN. @param code of the class. */
export function cardOf({ name, userName, instrument }: Carded, code: string): SignInCard {
  const { address } = configuration();
  const page = `${address}/sign-in?${new URLSearchParams({ class: code, user: userName })}`;
  return {
    name,
    userName,
    pin: newPin(),
    instrument: maybeInstrument(instrument)?.name,
    address,
    qr: qrSquare(page),
  };
}

function qrSquare(text: string): QrSquare {
  const { size, data } = QRCode.create(text, { errorCorrectionLevel: 'M' }).modules;
  const fields = Array.from(data, (isDark, at) =>
    isDark ? `M${at % size} ${Math.floor(at / size)}h1v1h-1z` : '',
  );
  return { size, path: fields.join('') };
}

/** Digits by chance, but none that are guessed first. */
function newPin(): string {
  for (;;) {
    const pin = `${randomInt(10 ** PIN_DIGITS)}`.padStart(PIN_DIGITS, '0');
    if (whyGuessable(pin, []) === undefined) return pin;
  }
}
