/** The entries of a round-up as options of a select. */
export function EntryOptions({ entries }: { entries: readonly { entry: string; product: string }[] }) {
  return entries.map((of) => (
    <option key={of.entry} value={of.entry}>
      {of.product}
    </option>
  ));
}
