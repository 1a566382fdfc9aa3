/** What a version says otherwise, entry by entry. */
export function ChangesList({ changes }: { changes: readonly string[] }) {
  return (
    <ul className="list-disc pl-5">
      {changes.map((change) => (
        <li key={change} dir="auto">
          {change}
        </li>
      ))}
    </ul>
  );
}
