import type { GlossaryEntry, LookOver, Worth } from '@/core/study';

/** What a teacher would pencil onto a line. */
export interface Pencil {
  readonly look: LookOver;
  readonly meter: Worth;
  readonly worths: readonly Worth[];
  readonly glossary: readonly GlossaryEntry[];
  readonly caution: string | undefined;
}

/** So many of the hardest spots are ringed and told. */
export const RINGED = 4;
const TOLD_PATTERNS = 4;

/** Under a printed line: what it is worth, what comes back, where to watch out, words, and how to take care. */
export function PencilNotes({ pencil }: { readonly pencil: Pencil }) {
  const { look, meter, worths, glossary, caution } = pencil;
  const spots = look.hardSpots.slice(0, RINGED);
  const patterns = look.patterns.slice(0, TOLD_PATTERNS);
  return (
    <div className="mt-3 gap-x-8 text-[13px] leading-snug sm:columns-2 print:columns-2">
      <Block title="Before you play">
        <li>{look.startingTempo.sentence}</li>
        {patterns.map(({ sentence }) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </Block>
      {spots.length > 0 && (
        <Block title="Watch out (ringed)">
          {spots.map(({ sentence, measureIndexes }) => (
            <li key={`${measureIndexes} ${sentence}`}>{sentence}</li>
          ))}
        </Block>
      )}
      <Block title="What it is worth">
        <li>
          {meter.title}: {meter.sentences.slice(0, 2).join(' ')}
        </li>
        {worths.map(({ title, arithmetic }) => (
          <li key={title} className="first-letter:uppercase">
            {title}: {arithmetic}
          </li>
        ))}
      </Block>
      {glossary.length > 0 && (
        <Block title="Words and signs">
          {glossary.map(({ id, term, pronunciation, meaning }) => (
            <li key={id}>
              <strong>{term}</strong>
              {pronunciation && ` (say: ${pronunciation})`}: {meaning}
            </li>
          ))}
        </Block>
      )}
      <Block title="Take care">
        <li>{caution}</li>
        <li>
          Stop when something hurts; if it stays, tell your teacher or a doctor. Click and backing no louder
          than you need.
        </li>
      </Block>
    </div>
  );
}

function Block({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <section className="mb-3 break-inside-avoid">
      <h3 className="border-b border-black font-serif text-base font-bold">{title}</h3>
      <ul className="mt-1 list-disc space-y-0.5 pl-4">{children}</ul>
    </section>
  );
}
