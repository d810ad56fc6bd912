/** Beside what came since the last visit. */
export function NewMark() {
  return <span className="mr-2 rounded-sm bg-ink px-1.5 text-base font-bold text-paper">new</span>;
}
