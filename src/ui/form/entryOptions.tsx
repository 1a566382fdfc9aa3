/** The entries of a round-up as options of a select. */
export function EntryOptions({ entries }: { entries: readonly { entry: string; product: string }[] }) {
  return entries.map((entry) => (
    <option key={entry.entry} value={entry.entry}>
      {entry.product}
    </option>
  ));
}
