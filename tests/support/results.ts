import { describeIssue, type Result } from '@/core/base';

/** The value of what has to work. */
export function rightOf<Value>(result: Result<Value>): Value {
  if (!result.ok) throw new Error(result.issues.map(describeIssue).join(' '));
  return result.value;
}

/** What is wrong, in sentences one after the other; undefined when nothing is. */
export const problemIn = (result: Result<unknown>): string | undefined =>
  result.ok ? undefined : result.issues.map(({ message }) => message).join(' ');
