/** Called by its name, or by its title. */
type Called = { readonly id: string } & ({ readonly name: string } | { readonly title: string });

/** What a choice offers, each by its id. */
export const Options = ({ of }: { readonly of: readonly Called[] }) =>
  of.map((one) => (
    <option key={one.id} value={one.id}>
      {'name' in one ? one.name : one.title}
    </option>
  ));
