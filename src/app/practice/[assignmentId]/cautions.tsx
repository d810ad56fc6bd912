import { maybeInstrumentOfPart } from '@/core/instruments';

/** Short, usual cautions for the instrument that the part is for; maker, teacher and doctor have the last word. */
export function Cautions({ partName }: { readonly partName: string }) {
  return (
    <details className="text-base text-faint">
      <summary className="min-h-8 cursor-pointer">Take care</summary>
      <p className="mt-1 max-w-prose">
        {maybeInstrumentOfPart(partName)?.caution} Stop when something hurts; if it stays, tell your teacher
        or a doctor. With headphones the click stays out of the recording: keep it no louder than you need.
      </p>
    </details>
  );
}
