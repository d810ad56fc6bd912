/** On a key that the space key presses, too. Nothing on a small screen, which has none. */
export function SpaceHint() {
  return (
    <kbd className="rounded-sm border border-current px-1.5 text-base font-normal max-md:hidden">space</kbd>
  );
}
