/** A key of the keyboard, beside what it does; screen readers get it from `aria-keyshortcuts`. */
export function Key({ children }: { readonly children: string }) {
  return (
    <span aria-hidden="true" className="max-md:hidden">
      <kbd className="rounded-sm border border-current px-1.5 font-normal text-base">{children}</kbd>
    </span>
  );
}
