import type { GlossaryEntry } from '@/core/study';

/** Words and signs with their meaning. */
export function GlossaryList({ glossary }: { readonly glossary: readonly GlossaryEntry[] }) {
  return (
    <dl className="space-y-2">
      {glossary.map(({ id, term, pronunciation, meaning }) => (
        <div key={id}>
          <dt className="font-bold">
            {term}
            {pronunciation && <span className="font-normal text-faint"> say: {pronunciation}</span>}
          </dt>
          <dd>{meaning}</dd>
        </div>
      ))}
    </dl>
  );
}
