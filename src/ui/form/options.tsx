/** What a select offers: each with its value and its words. */
export function Options({
  of: offered,
}: {
  of: readonly (readonly [value: string | number, words: string])[];
}) {
  return offered.map(([value, words]) => (
    <option key={value} value={value}>
      {words}
    </option>
  ));
}
