/** The maker, the teacher and a doctor have the last word. */
const PAIN = 'Stop when something hurts, and tell somebody; if it stays, your teacher or a doctor.';

interface Cautioned {
  /** Of the instrument; undefined where nobody knows what is played. */
  readonly caution: string | undefined;
}

/** Short, usual cautions for the instrument that the part is for. */
export function Cautions({ caution }: Cautioned) {
  return (
    <details className="text-base text-faint">
      <summary className="min-h-11 cursor-pointer py-2.5">Take care</summary>
      <p className="mt-1 max-w-prose">
        {caution} {PAIN} With headphones the click stays out of the recording: keep it no louder than you
        need.
      </p>
    </details>
  );
}

/** What comes after playing, said openly. */
export function AfterPlaying({ caution }: Cautioned) {
  return (
    <p className="max-w-prose text-base text-faint">
      Finished for today? {caution} {PAIN}
    </p>
  );
}
