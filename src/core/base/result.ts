/** What is wrong with a file, a take or a form, in words a teacher can act on. */
export interface Issue {
  /** Stable, machine-readable name of the problem, e.g. `measure-length`. */
  readonly code: string;
  /** One sentence: what is wrong, what was expected, what to do. */
  readonly message: string;
  /** Where it is wrong, e.g. `measure 3`. */
  readonly where?: string;
}

/** Outcome of reading something that comes from outside. Odd but readable input succeeds with warnings. */
export type Result<Value> =
  | { readonly ok: true; readonly value: Value; readonly warnings: readonly Issue[] }
  | { readonly ok: false; readonly issues: readonly Issue[] };

export function success<Value>(value: Value, warnings: readonly Issue[] = []): Result<Value> {
  return { ok: true, value, warnings };
}

/** Something was done, and there is nothing to say of it. */
export const DONE: Result<undefined> = success(undefined);

export function failure(...issues: readonly Issue[]): {
  readonly ok: false;
  readonly issues: readonly Issue[];
} {
  return { ok: false, issues };
}

/** The issue as one line: `measure 3: …`. */
export function describeIssue(issue: Issue): string {
  return issue.where === undefined ? issue.message : `${issue.where}: ${issue.message}`;
}
