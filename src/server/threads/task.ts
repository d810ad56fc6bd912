// The file that threads run.
import { TASKS, type TaskName } from './tasks';

interface Task {
  readonly name: TaskName;
  readonly given: readonly unknown[];
}

export default function doTask({ name, given }: Task): unknown {
  return (TASKS[name] as (...given: readonly unknown[]) => unknown)(...given);
}
