import type { Finding } from '@/core/study';
import { FindingButton, type Lighting } from './finding-button';

/** Findings one under the other; touching one lights up its measures on the staff. */
export function FindingList({ findings, ...lighting }: Lighting & { readonly findings: readonly Finding[] }) {
  return (
    <ul className="divide-y divide-rule">
      {findings.map((finding) => (
        <li key={`${finding.kind} ${finding.measureIndexes} ${finding.sentence}`}>
          <FindingButton finding={finding} {...lighting} />
        </li>
      ))}
    </ul>
  );
}
